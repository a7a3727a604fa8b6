import { endpoints, request } from '@jocund/contract';
import { asFigureDocument, openFigure, type Figure } from '@jocund/core/figures';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { problemOf } from './problem.ts';

const figuresKey = ['figures'];

const unreached = 'The server cannot be reached. Nothing was changed; try again in a moment.';

type Done = (problem?: string) => void;

export interface Drawer {
  readonly figures: readonly Figure[];
  readonly state: 'loading' | 'failed' | 'ready';
  /** Figures that cannot be read any more. */
  readonly unreadable: number;
  /** `done` is told what went wrong, or nothing. */
  readonly keep: (figure: Figure, done: Done) => void;
  readonly drop: (id: string, done: Done) => void;
  readonly retry: () => void;
}

/** The studio's drawer of figures, and ways to keep one and to take one out. */
export function useDrawer(): Drawer {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: figuresKey,
    queryFn: async ({ signal }) => readDrawer(await request(endpoints.listFigures, { signal })),
  });
  const renew = () => client.invalidateQueries({ queryKey: figuresKey });
  const keep = useMutation({
    mutationFn: (figure: Figure) => request(endpoints.keepFigure, { body: asFigureDocument(figure) }),
    onSuccess: renew,
  });
  const drop = useMutation({
    mutationFn: (id: string) => request(endpoints.dropFigure, { params: { id } }),
    onSuccess: renew,
  });
  const told = (done: Done) => ({
    onSuccess: () => done(),
    onError: (error: unknown) => done(problemOf(error, unreached)),
  });
  return {
    figures: list.data?.figures ?? [],
    unreadable: list.data?.unreadable ?? 0,
    state: list.isPending ? 'loading' : list.isError ? 'failed' : 'ready',
    keep: (figure, done) => keep.mutate(figure, told(done)),
    drop: (id, done) => drop.mutate(id, told(done)),
    retry: () => void list.refetch(),
  };
}

function readDrawer(documents: readonly unknown[]): { figures: Figure[]; unreadable: number } {
  const figures = documents.flatMap((document) => {
    const opened = openFigure(document);
    return opened.ok ? [opened.value] : [];
  });
  return { figures, unreadable: documents.length - figures.length };
}
