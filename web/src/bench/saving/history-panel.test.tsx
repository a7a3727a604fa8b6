import { documentSchema } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../../testing/bench-room.tsx';
import { sent } from '../../api/queries.ts';
import { HistoryPanel } from './history-panel.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const id = '00000000-0000-4000-8000-00000000000a';
const path = `/api/arrangements/${id}/revisions`;
const summary = (version: number, over: object = {}) => ({
  version,
  savedAt: '2026-03-01T10:20:30.000Z',
  savedBy: 'Ada Fen',
  barCount: 2,
  title: 'Low Bridge',
  name: null,
  changes: [`bar ${version}: bass moved to string 5`],
  ...over,
});
const arrangement = (version: number, bars: readonly string[]) => ({
  id,
  pieceId: '00000000-0000-4000-8000-00000000000b',
  version,
  savedAt: '2026-03-01T10:20:30.000Z',
  savedBy: 'Ada Fen',
  score: sent(written(bars, { title: `Version ${version}` })),
});
const three = [summary(3), summary(2, { name: 'for the lesson' }), summary(1)];

function open(answers: Record<string, unknown> = {}) {
  const { asked, answer } = server({
    [path]: three,
    [`${path}/1`]: arrangement(1, ['m1:0@1/1']),
    [`${path}/2`]: arrangement(2, ['m1:2@1/1']),
    [`${path}/3`]: arrangement(3, ['m1:3@1/1']),
    ...answers,
  });
  vi.stubGlobal('fetch', answer);
  const brought = vi.fn();
  const closed = vi.fn();
  room(<HistoryPanel arrangementId={id} onClose={closed} onBringBack={brought} />);
  return { asked, brought, closed };
}

test('every save is listed with what changed; the one that stands cannot be brought back', async () => {
  open();
  expect(await screen.findByText('bar 3: bass moved to string 5')).toBeDefined();
  expect(screen.getByText('the first')).toBeDefined();
  expect(screen.getByText('for the lesson')).toBeDefined();
  expect(screen.getAllByRole('button', { name: 'Bring back' })).toHaveLength(2);
  expect(screen.getByText('stands now')).toBeDefined();
});

test('a version is brought back onto the bench', async () => {
  const { brought, closed } = open();
  const [second] = await screen.findAllByRole('button', { name: 'Bring back' });
  fireEvent.click(second!);
  await waitFor(() => expect(closed).toHaveBeenCalledOnce());
  expect(documentSchema.parse(sent(brought.mock.calls[0]![0] as never)).title).toBe('Version 2');
  expect((await screen.findAllByText('Version 2 is on the bench.')).length).toBeGreaterThan(0);
});

test('a version that cannot be read is said, and the panel stays', async () => {
  const { brought, closed } = open({ [`${path}/2`]: refusal('The row is damaged', 'Mend it', 422) });
  const [second] = await screen.findAllByRole('button', { name: 'Bring back' });
  fireEvent.click(second!);
  expect(await screen.findByText('Version 2 cannot be read just now. Try again.')).toBeDefined();
  expect(brought).not.toHaveBeenCalled();
  expect(closed).not.toHaveBeenCalled();
});

test('a version is named, and the name taken away', async () => {
  const { asked } = open();
  await screen.findByText('for the lesson');
  press('Name version 2');
  fill('Name of this version', '  ');
  press('Keep');
  await waitFor(() => expect(screen.queryByLabelText('Name of this version')).toBeNull());
  press('Name version 3');
  fill('Name of this version', 'slow one');
  press('Keep');
  await waitFor(() => expect(asked.filter(({ method }) => method === 'PATCH')).toHaveLength(2));
  expect(asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body)).toEqual([
    { name: null },
    { name: 'slow one' },
  ]);
});

test('two versions are seen side by side; a third tick lets the first go', async () => {
  open();
  await screen.findByText('for the lesson');
  const tick = (version: number) => fireEvent.click(screen.getByLabelText(`Compare version ${version}`));
  tick(1);
  tick(2);
  await waitFor(() => expect(screen.getAllByText(/[Vv]ersion 1|[Vv]ersion 2/).length).toBeGreaterThan(1));
  tick(3);
  expect(screen.getByLabelText<HTMLInputElement>('Compare version 1').checked).toBe(false);
  expect(screen.getByLabelText<HTMLInputElement>('Compare version 3').checked).toBe(true);
});

test('earlier versions are asked for from the last one shown', async () => {
  const full = Array.from({ length: 50 }, (_, index) => summary(60 - index));
  const { asked } = open({ [path]: full, [`${path}?before=11`]: [summary(10)] });
  fireEvent.click(await screen.findByRole('button', { name: 'Show earlier versions' }));
  expect(await screen.findByText('bar 10: bass moved to string 5')).toBeDefined();
  expect(asked.at(-1)!.path).toBe(`${path}?before=11`);
  expect(screen.queryByRole('button', { name: 'Show earlier versions' })).toBeNull();
});

test('a history out of reach says so', async () => {
  open({ [path]: refusal('gone', 'try', 500) });
  expect((await screen.findByRole('alert')).textContent).toContain('cannot be read just now');
});
