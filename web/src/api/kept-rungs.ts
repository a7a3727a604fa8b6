import { endpoints, request, type KeptRung } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { sent } from './queries.ts';

const none: readonly KeptRung[] = [];

/** The rungs of a piece that are changed by hand, and ways to take one in hand, to let it follow the piece, and to let it go. */
export function useKeptRungs(parentId: string) {
  const client = useQueryClient();
  const queryKey = ['kept-rungs', parentId];
  const list = useQuery({
    queryKey,
    queryFn: ({ signal }) => request(endpoints.listKeptRungs, { params: { id: parentId }, signal }),
    // It may have been changed on its own bench since.
    refetchOnMount: 'always',
  });
  const onSettled = () =>
    Promise.all([client.invalidateQueries({ queryKey }), client.invalidateQueries({ queryKey: ['pieces'] })]);
  const keep = useMutation({
    mutationFn: ({ order, rung, score }: { order: string; rung: string; score: Score }) =>
      request(endpoints.keepRung, { body: { parentId, order, rung, score: sent(score) } }),
    onSettled,
  });
  const follow = useMutation({
    mutationFn: ({ kept, then, score }: { kept: KeptRung; then: Score; score: Score }) =>
      request(endpoints.followRung, {
        params: { id: kept.arrangementId },
        body: { baseVersion: kept.version, then: sent(then), score: sent(score) },
      }),
    onSettled,
  });
  const letGo = useMutation({
    mutationFn: (id: string) => request(endpoints.dropRung, { params: { id } }),
    onSettled,
  });
  return { kept: list.data ?? none, keep, follow, letGo };
}
