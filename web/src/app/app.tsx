import { QueryClientProvider } from '@tanstack/react-query';
import { RouterProvider } from 'react-router/dom';
import { queryClient } from '../api/query-client.ts';
import { ToastRoom } from '../ui/toast.tsx';
import { router } from './router.tsx';

export const App = () => (
  <QueryClientProvider client={queryClient}>
    <ToastRoom>
      <RouterProvider router={router} />
    </ToastRoom>
  </QueryClientProvider>
);
