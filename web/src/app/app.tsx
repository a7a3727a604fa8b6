import { useEffect } from 'react';
import { QueryClientProvider } from '@tanstack/react-query';
import { BrowserRouter } from 'react-router';
import { queryClient } from '../api/query-client.ts';
import { ToastRoom } from '../ui/toast.tsx';
import { selectOnEntry } from '../ui/text-fields.ts';
import { Rooms } from './rooms.tsx';

export function App() {
  useEffect(selectOnEntry, []);
  return (
    <QueryClientProvider client={queryClient}>
      <ToastRoom>
        <BrowserRouter>
          <Rooms />
        </BrowserRouter>
      </ToastRoom>
    </QueryClientProvider>
  );
}
