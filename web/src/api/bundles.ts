import { endpoints, request, type Bundle } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type * as z from 'zod/mini';

const queryKey = ['bundles'];
const none: readonly Bundle[] = [];
/** How often a bundle that is being packed is looked after, in milliseconds. */
const lookAgainMs = 1000;

export const isBeingPacked = ({ state }: Pick<Bundle, 'state'>): boolean =>
  state === 'waiting' || state === 'working';

/** A bundle as it is asked for: scores as they are sent. */
export type AskedBundle = z.input<typeof endpoints.makeBundle.body>;

/** What the studio has packed within a day, and ways to pack more and to remove, or give up, one. */
export function useBundles() {
  const client = useQueryClient();
  const list = useQuery({
    queryKey,
    queryFn: ({ signal }) => request(endpoints.listBundles, { signal }),
    refetchInterval: ({ state }) => (state.data?.some(isBeingPacked) ? lookAgainMs : false),
  });
  const onSettled = () => client.invalidateQueries({ queryKey });
  const make = useMutation({
    mutationFn: (body: AskedBundle) => request(endpoints.makeBundle, { body }),
    onSettled,
  });
  const drop = useMutation({
    mutationFn: (id: string) => request(endpoints.dropBundle, { params: { id } }),
    onSettled,
  });
  return { bundles: list.data ?? none, make, drop };
}
