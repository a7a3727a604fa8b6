import { useEffect } from 'react';
import { QueryClientProvider } from '@tanstack/react-query';
import { RouterProvider } from 'react-router/dom';
import { queryClient } from '../api/query-client.ts';
import { ToastRoom } from '../ui/toast.tsx';
import { selectOnEntry } from '../ui/text-fields.ts';
import { router } from './router.tsx';

export function App() {
  useEffect(selectOnEntry, []);
  return (
    <QueryClientProvider client={queryClient}>
      <ToastRoom>
        <RouterProvider router={router} />
      </ToastRoom>
    </QueryClientProvider>
  );
}
