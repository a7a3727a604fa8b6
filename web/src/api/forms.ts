import { endpoints, request, type OwnForm } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { problemOf } from './problem.ts';

const formsKey = ['forms'];

const unreached = 'The server cannot be reached. The form is in this piece and can be kept later.';

type Done = (problem?: string) => void;

/** The studio's own forms, and ways to keep one and to let one go. `done` is told what went wrong, or nothing. */
export function useOwnForms(): {
  readonly kept: readonly OwnForm[];
  readonly keep: (form: OwnForm, done: Done) => void;
  readonly drop: (name: string, done: Done) => void;
} {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: formsKey,
    queryFn: ({ signal }) => request(endpoints.listForms, { signal }),
  });
  const renew = () => client.invalidateQueries({ queryKey: formsKey });
  const keep = useMutation({
    mutationFn: (body: OwnForm) => request(endpoints.keepForm, { body }),
    onSuccess: renew,
  });
  const drop = useMutation({
    mutationFn: (name: string) => request(endpoints.dropForm, { params: { name } }),
    onSuccess: renew,
  });
  const told = (done: Done) => ({
    onSuccess: () => done(),
    onError: (error: unknown) => done(problemOf(error, unreached)),
  });
  return {
    kept: list.data ?? [],
    keep: (form, done) => keep.mutate(form, told(done)),
    drop: (name, done) => drop.mutate(name, told(done)),
  };
}
