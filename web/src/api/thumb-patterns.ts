import { endpoints, request, type OwnPattern } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { problemOf } from './problem.ts';

const patternsKey = ['thumb-patterns'];

const unreached = 'The server cannot be reached. The pattern is in this piece and can be kept later.';

/** The studio's own thumb patterns, and ways to keep one and to let one go. */
export function useOwnPatterns(): {
  readonly kept: readonly OwnPattern[];
  /** `done` is told what went wrong, or nothing. */
  readonly keep: (pattern: OwnPattern, done: (problem?: string) => void) => void;
  readonly drop: (id: string) => void;
} {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: patternsKey,
    queryFn: ({ signal }) => request(endpoints.listPatterns, { signal }),
  });
  const renew = () => client.invalidateQueries({ queryKey: patternsKey });
  const keep = useMutation({
    mutationFn: (body: OwnPattern) => request(endpoints.keepPattern, { body }),
    onSuccess: renew,
  });
  const drop = useMutation({
    mutationFn: (id: string) => request(endpoints.dropPattern, { params: { id } }),
    onSuccess: renew,
  });
  return {
    kept: list.data ?? [],
    keep: (pattern, done) =>
      keep.mutate(pattern, {
        onSuccess: () => done(),
        onError: (error) => done(problemOf(error, unreached)),
      }),
    drop: (id) => drop.mutate(id),
  };
}
