import type { Score } from '@jocund/core/score';
import { withIds } from '@jocund/core/score/document';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, fireEvent, render, screen } from '@testing-library/react';
import { useEffect, type ReactNode } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { BenchProvider, useBench, type Bench } from '../bench/bench-context.tsx';
import { RungsProvider } from '../bench/studies/rungs-context.tsx';
import { createScoreStore } from '../bench/score-store.ts';
import { Player } from '../sound/player.ts';
import { ToastRoom } from '../ui/toast.tsx';

/** Work is done at once in these tests, and on a busy machine that may take a while: what is waited for is given longer than a second. */
configure({ asyncUtilTimeout: 60_000 });

/** What a page needs around it: the address, the server's answers, the sentences at its foot. */
export const room = (children: ReactNode, address = '/') =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[address]}>
        <ToastRoom>
          {children}
          <Address />
        </ToastRoom>
      </MemoryRouter>
    </QueryClientProvider>,
  );

const Address = () => {
  const { pathname, search } = useLocation();
  return <output data-testid="address">{pathname + search}</output>;
};
export const address = (): string => screen.getByTestId('address').textContent;

/** Tells what the bench shares, after each drawing. */
function Heard({ hear }: { hear: (bench: Bench) => void }) {
  const bench = useBench();
  useEffect(() => hear(bench), [hear, bench]);
  return null;
}

/** A test has no workers to load before they are asked. */
class QuietPlayer extends Player {
  override prepare() {
    return undefined;
  }
}

/** A part of the bench over a score, with what the whole bench shares. */
export function benchRoom(
  score: Score,
  part: ReactNode,
  {
    player = new QuietPlayer(),
    at = '/bench/x/melody',
    arrangementId = 'x',
  }: { player?: Player; at?: string; arrangementId?: string } = {},
) {
  let ids = 0;
  const newId = () => `id-${(ids += 1)}`;
  const store = createScoreStore(withIds(score, newId), newId);
  let bench: Bench | undefined;
  const hear = (now: Bench) => {
    bench = now;
  };
  room(
    <BenchProvider arrangementId={arrangementId} store={store} player={player}>
      <RungsProvider isWanted>{part}</RungsProvider>
      <Heard hear={hear} />
    </BenchProvider>,
    at,
  );
  return {
    store,
    bench: (): Bench => {
      if (!bench) throw new Error('no bench');
      return bench;
    },
    /** Notes of a bar as "string:fret@tick". */
    notes: (bar = 0): string[] =>
      (store.getScore().bars[bar]?.notes ?? []).map(({ string, fret, tick }) => `${string}:${fret}@${tick}`),
  };
}

export const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
/** Types into a field or chooses in a list. */
export const fill = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
/** Opens what is kept folded away. */
export const unfold = (title: string): void => {
  const details = screen.getByText(title).closest('details');
  if (!details) throw new Error(`${title} is no fold`);
  details.open = true;
  fireEvent(details, new Event('toggle'));
};

/** A server that answers by path, beside GET with its method before it; what is asked of it is kept. */
export function server(answers: Readonly<Record<string, unknown>> = {}) {
  const asked: { readonly path: string; readonly method: string; readonly body: unknown }[] = [];
  const answer = (path: string, init?: RequestInit): Promise<Response> => {
    const method = init?.method ?? 'GET';
    asked.push({ path, method, body: init?.body ? (JSON.parse(init.body as string) as unknown) : undefined });
    const found = answers[method === 'GET' ? path : `${method} ${path}`];
    if (found instanceof Response) return Promise.resolve(found.clone());
    return Promise.resolve(new Response(JSON.stringify(found ?? null)));
  };
  return { asked, answer };
}

/** As the server refuses. */
export const refusal = (message: string, remedy: string, status = 409): Response =>
  new Response(JSON.stringify({ error: { code: 'stale', message, remedy } }), { status });
