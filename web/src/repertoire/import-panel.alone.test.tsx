import type { Score } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { writeScore } from '@jocund/core/formats/jocund-json';
import { blankScore } from '@jocund/core/score';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fitTuneTask, readFileTask } from '../work/file-tasks.ts';
import type { Tasks } from '../work/messages.ts';
import { ImportPanel } from './import-panel.tsx';

/** The worker's work, done at once: everything behind the panel is the real thing. */
function work(task: string, input: unknown): unknown {
  if (task === 'readFile') return readFileTask(input as Tasks['readFile']['input']);
  const steps = fitTuneTask(input as Tasks['fitTune']['input']);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
vi.mock('../work/work-client.ts', () => ({
  startWork: (task: string, input: unknown) => Promise.resolve().then(() => work(task, input)),
}));

/** What was sent to be stored. */
const stored: Score[] = [];
beforeEach(() => {
  stored.length = 0;
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (path === '/api/pieces' && init?.method === 'POST')
      stored.push(documentSchema.parse((JSON.parse(init.body as string) as { score: unknown }).score));
    return Promise.resolve(new Response('null', { status: path === '/api/me/hand' ? 200 : 500 }));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (name: string, text: string) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <ImportPanel file={{ name, bytes: new TextEncoder().encode(text) }} onClose={() => undefined} />
      </MemoryRouter>
    </QueryClientProvider>,
  );
const click = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

const tune = ['X:1', 'T:Invented', 'M:4/4', 'L:1/4', 'K:C', '"C"E G c e | "G7"d B G2 |'].join('\n');
const tab = [
  'e|--0---3--|--1------|',
  'B|----1----|----0----|',
  'G|---------|---------|',
  'D|--2---2--|---------|',
  'A|---------|---------|',
  'E|---------|--3------|',
].join('\n');

test('a tune without strings is summed up, laid on the guitar and stored as a new piece', async () => {
  open('invented.abc', tune);
  expect(await screen.findByText(/2 bars, 7 notes, read\s+from invented.abc as ABC/)).toBeDefined();
  expect(screen.getByLabelText('Thumb under its chords')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Move it'), { target: { value: '0' } });
  click('Lay it on the strings');
  expect(await screen.findByText(/It lies at its own pitch/)).toBeDefined();
  click('Take it in as a new piece');
  await waitFor(() => expect(stored).toHaveLength(1));
  expect(stored[0]).toMatchObject({ title: 'Invented', thumbPattern: 'two-string' });
  expect(await screen.findByText('The piece was not stored')).toBeDefined();
});

test('changing the guitar takes the old answer away', async () => {
  open('invented.abc', tune);
  await screen.findByText(/7 notes/);
  click('Lay it on the strings');
  await screen.findByText(/Both hands cost/);
  fireEvent.change(screen.getByLabelText('Move it'), { target: { value: '2' } });
  expect(screen.queryByText(/Both hands cost/)).toBeNull();
  click('Lay it on the strings');
  expect(await screen.findByText(/It was moved 2 half steps up/)).toBeDefined();
});

test('a tab without a rhythm asks for one, and reads again as answered', async () => {
  open('invented.txt', tab);
  expect(await screen.findByText('The file tells no rhythm. How long are its notes?')).toBeDefined();
  fireEvent.click(screen.getByRole('radio', { name: 'all quarters' }));
  await waitFor(() =>
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'all quarters' }).checked).toBe(true),
  );
  click('Take it in as a new piece');
  await waitFor(() => expect(stored).toHaveLength(1));
  expect(stored[0]!.bars.flatMap(({ notes }) => notes)).toHaveLength(8);
});

test('what cannot be read says why, with the file’s name, and offers nothing to take in', async () => {
  open('broken.musicxml', '<score-partwise><part');
  const said = await screen.findByText(/broken.musicxml.*Nothing was changed/);
  expect(said).toBeDefined();
  expect(screen.queryByRole('button', { name: /Take it in/ })).toBeNull();
});

test('a piece that opens whole needs no fitting', async () => {
  open('whole.jocund.json', writeScore(blankScore({ title: 'Whole', barCount: 2 })));
  expect(
    await screen.findByText(/2 bars, 0 notes, read\s+from whole.jocund.json as a Jocund file/),
  ).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Lay it on the strings' })).toBeNull();
  click('Take it in as a new piece');
  await waitFor(() => expect(stored).toHaveLength(1));
});
