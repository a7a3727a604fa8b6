import { endpoints, request, type LoggedDrill, type NewDrill, type OwnTuning } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { problemOf } from './problem.ts';

const tuningsKey = ['tunings'];
const drillsKey = ['ear-drills'];

const unreached = 'The server cannot be reached. Try again when it is back.';

/** The studio's own tunings, and ways to keep one and to let one go. */
export function useOwnTunings(): {
  readonly kept: readonly OwnTuning[];
  /** `done` is told what went wrong, or nothing. */
  readonly keep: (tuning: { name: string; pitches: string[] }, done: (problem?: string) => void) => void;
  readonly drop: (id: string, done: () => void) => void;
} {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: tuningsKey,
    queryFn: ({ signal }) => request(endpoints.listTunings, { signal }),
  });
  const renew = () => client.invalidateQueries({ queryKey: tuningsKey });
  const keep = useMutation({
    mutationFn: (body: { name: string; pitches: string[] }) => request(endpoints.keepTuning, { body }),
    onSuccess: renew,
  });
  const drop = useMutation({
    mutationFn: (id: string) => request(endpoints.dropTuning, { params: { id } }),
    onSuccess: renew,
  });
  return {
    kept: list.data ?? [],
    keep: (tuning, done) =>
      keep.mutate(tuning, { onSuccess: () => done(), onError: (error) => done(problemOf(error, unreached)) }),
    drop: (id, done) => drop.mutate(id, { onSuccess: done }),
  };
}

/** The signed-in person's ear drills, newest first; empty while nobody is signed in. */
export function useDrillLog(isSignedIn: boolean): {
  readonly drills: readonly LoggedDrill[];
  /** Whether the server has the drill now. */
  readonly send: (drill: NewDrill) => Promise<boolean>;
} {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: drillsKey,
    queryFn: ({ signal }) => request(endpoints.listDrills, { signal }),
    enabled: isSignedIn,
  });
  const log = useMutation({
    mutationFn: (body: NewDrill) => request(endpoints.logDrill, { body }),
    onSuccess: () => client.invalidateQueries({ queryKey: drillsKey }),
  });
  return {
    drills: list.data ?? [],
    send: (drill) =>
      log.mutateAsync(drill).then(
        () => true,
        () => false,
      ),
  };
}
