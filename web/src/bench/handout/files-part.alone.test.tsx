import { blankScore } from '@jocund/core/score';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom } from '../../testing/bench-room.tsx';
import { ReaderField } from '../reader-field.tsx';
import { FilesPart } from './files-part.tsx';
import { until } from '../../testing/until.ts';

interface Started {
  readonly task: string;
  readonly signal: AbortSignal | undefined;
  readonly onProgress: ((share: number) => void) | undefined;
  readonly finish: (bytes: Uint8Array) => void;
}
const started: Started[] = [];
/** Whether the hands are worked out at once, or never. */
let checksEnd = true;
const wren = {
  id: '00000000-0000-4000-8000-00000000000a',
  name: 'Wren',
  note: '',
  hand: null,
  archivedAt: null,
};
vi.mock('../../work/work-client.ts', () => ({
  startWork: (
    task: string,
    _input: unknown,
    { signal, onProgress }: { signal?: AbortSignal; onProgress?: (share: number) => void } = {},
  ) =>
    task === 'checkScore' && checksEnd
      ? Promise.resolve({ open: [], standing: [], fingers: [], moments: [] })
      : new Promise((resolve) => {
          started.push({ task, signal, onProgress, finish: resolve });
        }),
}));

/** Names of the files handed to the browser, and what was asked of the server. */
const taken: string[] = [];
const asked: Record<string, unknown>[] = [];
let answer: () => Promise<Response>;
beforeEach(() => {
  started.length = taken.length = asked.length = 0;
  checksEnd = true;
  answer = () => Promise.resolve(new Response(new Uint8Array([37, 80, 68, 70])));
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (path === '/api/students') return Promise.resolve(new Response(JSON.stringify([wren])));
    if (path !== '/api/sheets/pdf') return Promise.resolve(new Response('null'));
    asked.push(JSON.parse(init?.body as string) as Record<string, unknown>);
    return answer();
  });
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function click(this: HTMLAnchorElement) {
    taken.push(this.download);
  });
  URL.createObjectURL = () => 'blob:';
  URL.revokeObjectURL = () => undefined;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const score = blankScore({ title: 'Härd to file, No. 2', barCount: 2 });
const open = (at = '/bench/x/handout') =>
  benchRoom(
    score,
    <>
      <ReaderField label="For" />
      <FilesPart score={score} />
    </>,
    { at },
  );
/** Presses a format and waits until its writer was fetched and had its say. */
const press = async (name: string) => {
  await until(() => expect(screen.getByRole('button', { name }).hasAttribute('disabled')).toBe(false));
  fireEvent.click(screen.getByRole('button', { name }));
  await act(async () => {
    await until(() => {
      if (taken.length === 0 && asked.length === 0 && !started.some(({ task }) => task === 'soundFile'))
        throw new Error('not yet');
    });
  });
};

test('every written format is handed over under the title as a file name', async () => {
  open();
  for (const [label, ending] of [
    ['Jocund file', '.jocund.json'],
    ['MusicXML', '.musicxml'],
    ['MIDI', '.mid'],
    ['ABC', '.abc'],
    ['Text tab', '.txt'],
    ['SVG', '.svg'],
    ['CSV', '.csv'],
  ] as const) {
    taken.length = 0;
    await press(label);
    await until(() => expect(taken, label).toEqual([`hard-to-file-no-2${ending}`]));
  }
});

test('the PDF is asked of the server as the handout is set', async () => {
  open(`/bench/x/handout?inks=black&paper=letter&for=${wren.id}&side=left&names=german`);
  await screen.findByRole('option', { name: 'Wren, medium hand' });
  await press('PDF');
  expect(asked[0]).toMatchObject({ inks: 'black', paper: 'letter', student: 'Wren', staff: false });
  expect(asked[0]).toMatchObject({ leftHanded: true, names: 'german' });
  await until(() => expect(taken).toEqual(['hard-to-file-no-2.pdf']));
});

test('a sheet with fingers waits for them; what shows none does not', () => {
  checksEnd = false;
  open();
  const isOff = (name: string) => screen.getByRole('button', { name }).hasAttribute('disabled');
  expect(['PDF', 'SVG'].map(isOff)).toEqual([true, true]);
  expect(['MIDI', 'WAV', 'Jocund file'].map(isOff)).toEqual([false, false, false]);
});

test('a server out of reach, and one that refuses, are said; nothing is handed over', async () => {
  open();
  answer = () => Promise.reject(new TypeError('offline'));
  await press('PDF');
  expect((await screen.findByRole('alert')).textContent).toContain('which cannot be reached');
  answer = () =>
    Promise.resolve(
      new Response(
        JSON.stringify({ error: { code: 'too-many', message: 'Too many sheets', remedy: 'Wait a minute' } }),
        { status: 429 },
      ),
    );
  fireEvent.click(screen.getByRole('button', { name: 'PDF' }));
  expect(await screen.findByText('Too many sheets. Wait a minute.')).toBeDefined();
  expect(taken).toEqual([]);
});

test('making sound shows how far it is and can be given up', async () => {
  open();
  await press('WAV');
  const sound = started.find(({ task }) => task === 'soundFile')!;
  act(() => sound.onProgress?.(0.4));
  expect(screen.getByText(/40 %/).closest('[role=status]')).not.toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(sound.signal?.aborted).toBe(true);
  expect(screen.queryByText(/40 %/)).toBeNull();
  await act(async () => {
    sound.finish(new Uint8Array(4));
    await Promise.resolve();
  });
  expect(taken).toEqual([]);
});
