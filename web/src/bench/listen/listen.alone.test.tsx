import { fail, ok } from '@jocund/core/fault';
import type { RecordingSummary } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { simulatedRecording } from '@jocund/core/stand-ins';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { ListenProvider } from './listen-context.tsx';
import { ListenMargin } from './listen-margin.tsx';
import { ListenSheet } from './listen-sheet.tsx';
import { ListenTransport } from './listen-transport.tsx';
import { OverloadPart } from './overload-part.tsx';

/** The browser's part: what comes over the line is the recording of the test. */
const heard = vi.hoisted((): { recording: unknown } => ({ recording: undefined }));
vi.mock('../../sound/recorder.ts', async (original) => ({
  ...(await original<object>()),
  unpacked: () =>
    Promise.resolve(
      heard.recording
        ? ok(heard.recording)
        : fail('The browser cannot read this recording', 'Save it as WAV and bring it in again'),
    ),
}));

const bars = [
  't6:0@1/1 t4:2@2/1 t6:0@3/1 t4:2@4/1 m1:0@1/1 m2:0@2.5/0.5 m1:3@3/1 m2:0@4.5/0.5',
  't5:0@1/1 t4:2@2/1 t5:0@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m3:2@3/1 m1:0@4.5/0.5',
  't4:0@1/1 t3:2@2/1 t4:0@3/1 t3:2@4/1 m1:2@1/1 m2:3@2.5/0.5 m1:2@3/1 m1:3@4.5/0.5',
  't6:3@1/1 t4:0@2/1 t6:3@3/1 t4:0@4/1 m1:3@1/1 m2:0@2.5/0.5 m3:0@3/1 m2:1@4.5/0.5',
];
const study = written([...bars, ...bars], { title: 'On the tape', tempoBpm: 96 });
const empty = { ...study, bars: study.bars.slice(0, 1).map((bar) => ({ ...bar, notes: [] })) };
const id = '00000000-0000-4000-8000-000000000001';
const summary: RecordingSummary = {
  id,
  arrangementId: '00000000-0000-4000-8000-000000000002',
  name: 'tape.wav',
  bytes: 10,
  missing: [],
  madeAt: '2026-11-29T08:00:00.000Z',
  version: 1,
  listening: { marks: [], loops: [], beats: null, firstBeat: 0, captions: [], refused: [] },
};
const tape = simulatedRecording(study, { cents: -118, wowCents: 2, hissDb: -50 });

/** As the server answers what is written to the recording: whole, one version on. */
function asKept({ body }: RequestInit): Response {
  const { version, listening } = JSON.parse(body as string) as RecordingSummary;
  return new Response(JSON.stringify({ ...summary, version: version + 1, listening }));
}

let sent: readonly { readonly method: string; readonly body: unknown }[];
async function open(score: Score, over: Partial<RecordingSummary> = {}, recording: unknown = tape) {
  heard.recording = recording;
  const { asked, answer } = server({ '/api/arrangements/x/recordings': [{ ...summary, ...over }] });
  sent = asked;
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) =>
    path.endsWith('/sound')
      ? Promise.resolve(new Response(new Uint8Array(10), { status: 206 }))
      : answer(path, init).then((told) => (init?.method === 'PUT' ? asKept(init) : told)),
  );
  const room = benchRoom(
    score,
    <ListenProvider>
      <ListenSheet />
      <ListenMargin />
      <ListenTransport />
    </ListenProvider>,
    { at: '/bench/x/listen' },
  );
  await screen.findByText(/likely notes found|No notes were found|cannot read this recording/);
  return room;
}

const count = (words: string): number =>
  Number(screen.getByText(words, { selector: 'dt' }).nextElementSibling?.textContent);
const laid = () => waitFor(() => expect(count('sure') + count('taken')).toBeGreaterThan(10));
const notesIn = (score: Score) =>
  score.bars.flatMap(({ notes }, bar) =>
    notes.map(({ tick, string, fret }) => `${bar} ${tick} ${string} ${fret}`),
  );
const found = () => screen.getByTestId('found');
const kept = () =>
  sent.filter(({ method }) => method === 'PUT').at(-1)?.body as
    | { listening: RecordingSummary['listening'] }
    | undefined;

/** jsdom measures nothing: the stage is as wide as a desk's. */
class Measured {
  readonly observe: () => void;
  readonly disconnect = () => undefined;
  constructor(tell: (entries: readonly { readonly contentRect: { readonly width: number } }[]) => void) {
    this.observe = () => tell([{ contentRect: { width: 900 } }]);
  }
}
beforeEach(() => void vi.stubGlobal('ResizeObserver', Measured));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a recording on the bench', () => {
  test('is told: pitch, tempo, tuning; the piece is tuned to it', async () => {
    const { bench } = await open(empty);
    // Put in: 118 cents; the ear is good for two.
    expect(screen.getByText(/−1(1[6-9]|20)/)).toBeTruthy();
    expect(screen.getByText(/tune down one half step, then \d+ cents further down/)).toBeTruthy();
    expect(screen.getByText('♩ 90')).toBeTruthy();
    press('Tune the piece to it');
    expect(bench().score.tuning.wholeSemitones).toBe(-1);
    expect(bench().score.tuning.a4Hz).toBeCloseTo(440 * 2 ** (-18 / 1200), -0.3);
    expect(screen.getByText('The piece is tuned to it')).toBeTruthy();
    expect(screen.getByText('in use')).toBeTruthy();
  });

  test('one that drifts is evened out into another one; a steady one is not', async () => {
    await open(empty);
    expect(screen.queryByRole('button', { name: 'Even it out' })).toBeNull();
    cleanup();
    const [steady] = tape.channels;
    const slowing = new Float32Array(steady!.length);
    let from = 0;
    for (let at = 0; at < slowing.length; at += 1) {
      slowing[at] = steady![Math.round(from)] ?? 0;
      from += 2 ** ((20 - (40 * at) / slowing.length) / 1200);
    }
    await open(empty, {}, { ...tape, channels: [slowing] });
    expect(screen.getByText(/drifts by \d\d cents/)).toBeTruthy();
    press('Even it out');
    fireEvent.click(screen.getByRole('button', { name: /^Stop evening it out, at \d+ %$/ }));
    press('Even it out');
    await waitFor(() =>
      expect(sent.map(({ body }) => body)).toContainEqual(
        expect.objectContaining({ name: 'tape.wav, evened out' }),
      ),
    );
  });

  test('without the trained model, which no test has, the page says that notes are less sure', async () => {
    await open(empty);
    expect(screen.getByText(/This browser cannot run the trained ear/)).toBeTruthy();
  });

  test('sure notes are taken at once, nearly all where they were played, with bars as needed', async () => {
    const { bench } = await open(empty);
    await laid();
    const sure = count('sure');
    press(/^Take the \d+ sure ones/);
    const taken = notesIn(bench().score);
    expect(taken).toHaveLength(sure);
    expect(bench().score.bars.length).toBe(8);
    const put = notesIn(study);
    expect(taken.filter((each) => put.includes(each)).length).toBeGreaterThan(0.7 * sure);
    expect(count('taken')).toBe(sure);
  });

  test('one note by keys: another string, an octave up and down, taken, the next; or refused for good', async () => {
    const { bench } = await open(empty);
    await laid();
    fireEvent.keyDown(found(), { key: 'ArrowRight' });
    const where = () => screen.getByRole('button', { pressed: true, name: /string \d/ }).textContent;
    const first = where();
    fireEvent.keyDown(found(), { key: 'ArrowUp' });
    expect(where()).not.toBe(first);
    fireEvent.keyDown(found(), { key: 'ArrowDown' });
    fireEvent.keyDown(found(), { key: 'm' });
    const chosen = /string (\d), fret (\d+)/.exec(where())!;
    fireEvent.keyDown(found(), { key: 'Enter' });
    expect(notesIn(bench().score)).toEqual([`0 0 ${chosen[1]} ${chosen[2]}`]);
    const before = count('sure') + count('guesses') + count('doubtful');
    fireEvent.keyDown(found(), { key: 'Backspace' });
    await waitFor(() => expect(count('sure') + count('guesses') + count('doubtful')).toBe(before - 1));
    await waitFor(() => expect(kept()?.listening.refused).toHaveLength(1));
  });

  test('of a piece that is written already every note that fits is taken, and bars are named as written', async () => {
    await open(study);
    await laid();
    expect(count('taken')).toBeGreaterThan(0.6 * notesIn(study).length);
    expect(screen.getByRole('heading', { name: /^Bars 1 and 2/ })).toBeTruthy();
    press('Later');
    expect(screen.getByRole('heading', { name: /^Bars 2 and 3/ })).toBeTruthy();
  });

  test('beats are counted otherwise, moved, and bar 1 begins elsewhere', async () => {
    await open(study);
    press('Half as fast');
    expect(await screen.findByText('♩ 45')).toBeTruthy();
    press('Twice as fast');
    expect(await screen.findByText('♩ 90')).toBeTruthy();
    const beat = () => screen.getByRole('button', { name: /^Bar 1, beat 2, at/ });
    const at = beat().getAttribute('aria-label');
    for (let times = 0; times < 12; times += 1) fireEvent.keyDown(beat(), { key: 'ArrowRight' });
    await waitFor(() => expect(beat().getAttribute('aria-label')).not.toBe(at));
    press('Bar 1 a beat later');
    await waitFor(() => expect(kept()?.listening.firstBeat).toBe(1));
    press('a beat earlier');
    await waitFor(() => expect(kept()?.listening.firstBeat).toBe(0));
    expect(kept()?.listening.beats?.length).toBeGreaterThan(20);
  });

  test('a loop is named and kept, a mark set, both taken out again', async () => {
    await open(study);
    press('Loop these');
    fireEvent.change(screen.getByLabelText(/^Name of the loop/), { target: { value: 'turn' } });
    press('Keep');
    fireEvent.change(screen.getByLabelText(/^Mark at/), { target: { value: 'reach' } });
    press('Mark');
    await waitFor(() =>
      expect(kept()?.listening).toMatchObject({ loops: [{ name: 'turn' }], marks: [{ words: 'reach' }] }),
    );
    press('Take out turn');
    press('Take out reach');
    await waitFor(() => expect(kept()?.listening).toMatchObject({ loops: [], marks: [] }));
  });

  test('words beside the sound become a comment on the bar they are said in', async () => {
    const { bench } = await open(study, {
      listening: { ...summary.listening, captions: [{ fromS: 0, toS: 9, words: 'thumb alone' }] },
    });
    press('As a comment on bar 1');
    expect(bench().score.bars[0]?.comment?.do).toBe('thumb alone');
  });

  test('another tuning is taken up at once where nothing would sound otherwise, and asked about where it would', async () => {
    const { bench } = await open(empty);
    const [use] = screen.getAllByRole('button', { name: /^Use / });
    fireEvent.click(use!);
    expect(bench().score.tuning.pitches).toHaveLength(6);
    act(() => {
      bench().edit(() => study);
    });
    const others = screen.getAllByRole('button', { name: /^Use (?!Standard)/ });
    fireEvent.click(others[0]!);
    expect(await screen.findByRole('heading', { name: /^The piece goes to/ })).toBeTruthy();
  });

  test('a recording that was too loud is said to be, with where it begins', () => {
    render(<OverloadPart overload={{ places: 3, firstS: 72.4 }} />);
    expect(screen.getByText('in 3 places')).toBeTruthy();
    expect(screen.getByText(/cut off, first at 1:12\./)).toBeTruthy();
  });

  test('silence, and what cannot be unpacked, are said', async () => {
    await open(empty, {}, { channels: [new Float32Array(30_000)], sampleRate: 22_050 });
    expect(screen.getByText(/No pitch can be told/)).toBeTruthy();
    expect(screen.getByText(/No steady beat was heard/)).toBeTruthy();
    cleanup();
    await open(empty, {}, null);
    expect(screen.getByText(/The browser cannot read this recording/)).toBeTruthy();
  });
});
