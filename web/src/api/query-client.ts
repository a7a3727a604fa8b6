import { NoConnection, ServerTrouble } from '@jocund/contract';
import { QueryClient } from '@tanstack/react-query';

/** A refusal will be the same next time; a lost connection may not. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      networkMode: 'always',
      retry: (failures, error) =>
        (error instanceof NoConnection || error instanceof ServerTrouble) && failures < 2,
      retryDelay: 500,
    },
    mutations: { networkMode: 'always' },
  },
});
