import 'fake-indexeddb/auto';
import type { TakeFigures } from '@jocund/contract';
import { writeMidiTake } from '@jocund/core/formats/midi';
import { listeningRate } from '@jocund/core/listening';
import { asDocument } from '@jocund/core/score/document';
import { playAsStudent } from '@jocund/core/stand-ins';
import { recorded } from '@jocund/core/testing/recorded';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { press, room, server } from '../testing/bench-room.tsx';
import { clicked } from '../testing/fake-click-recorder.ts';
import { given, idOf, practice, wren } from '../testing/practised.ts';
import { DrillsPage } from './drills-page.tsx';
import { TakePage } from './take-page.tsx';
import { unsentTakes } from './unsent-takes.ts';

vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'));
const ear = vi.hoisted(() => ({ openEar: vi.fn() }));
vi.mock('../work/open-ear.ts', () => ear);
vi.mock('../sound/click-recorder.ts', () => import('../testing/fake-click-recorder.ts'));

const score = written(
  [
    '[x32010] t5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/2',
    '[xx3211] t4:3@1/1 t3:2@2/1 t5:3@3/1 t3:2@4/1 m1:1@1/1 m1:3@2.5/0.5 m1:5@3/2',
    '[x32010] t5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:3@2.5/0.5 m2:1@3/2',
    '[x32010] t5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m2:1@1/4',
  ],
  { title: 'Air', tempoBpm: 90 },
);
const piece = idOf(1);
const whole = { firstBar: null, lastBar: null, score: asDocument(score) };

const line = { isOnline: true };
const kept: TakeFigures[] = [];
const open = (assigned = whole) => {
  const { answer } = server({
    '/api/session': wren,
    '/api/me/practice': practice({ assignments: [given(1, assigned)] }),
  });
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method !== 'POST') return answer(path, init);
    if (!line.isOnline) return Promise.reject(new TypeError('no connection'));
    kept.push(JSON.parse(init.body as string) as TakeFigures);
    return Promise.resolve(new Response('null'));
  });
  room(
    <Routes>
      <Route path="/practice/:assignmentId/take" element={<TakePage />} />
      <Route path="/practice/:assignmentId/drills" element={<DrillsPage />} />
    </Routes>,
    `/practice/${piece}/take`,
  );
};
const handIn = async (bytes: Uint8Array, name = 'take.mid') => {
  const field = await screen.findByLabelText('A take as a MIDI or sound file');
  fireEvent.change(field, { target: { files: [new File([Uint8Array.from(bytes)], name)] } });
};
/** A take in which the thumb leaves out most of bar 2. */
const limping = () => {
  const { notes } = playAsStudent(score, { unsteadyMs: 3 }, 4);
  const barS = (4 * 60) / 90;
  const isThumbOfTwo = ({ startS, midi }: (typeof notes)[number]) =>
    midi < 60 && startS > 0.3 + barS && startS < 0.3 + 1.6 * barS;
  return writeMidiTake(notes.filter((note) => !isThumbOfTwo(note)));
};

beforeEach(async () => {
  line.isOnline = true;
  ear.openEar.mockClear();
  // What an earlier test had not sent would be sent by this one.
  await unsentTakes.drop((await unsentTakes.all(wren.id)).map(({ id }) => id));
  kept.length = 0;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('how it went', () => {
  test('a file handed in is held against the sheet, told bar by bar, and kept', async () => {
    open();
    await handIn(limping());
    const figures = await screen.findByLabelText('The take in figures');
    expect(figures.textContent).toMatch(/missed/);
    const bars = screen.getByRole('group', { name: 'Bars of the take' });
    expect(
      within(bars).getByRole('button', { name: /^Bar 2, \d of 7 not right$/, pressed: true }),
    ).toBeTruthy();
    expect(within(bars).getByRole('button', { name: 'Bar 1, all there' })).toBeTruthy();
    expect(screen.getByText(/notes of bar 2 were missing or wrong/)).toBeTruthy();
    await waitFor(() => expect(kept).toHaveLength(1));
    expect(kept[0]).toMatchObject({ assignmentId: piece, wrong: 0, extra: 0 });
    expect(kept[0]?.missed).toBeGreaterThan(1);
    expect(await screen.findByRole('img', { name: /^Notes there: take 1 \d+ %$/ })).toBeTruthy();
  });

  test('another bar is looked at; the drill is made of the bar that went wrong', async () => {
    open();
    await handIn(limping());
    fireEvent.click(await screen.findByRole('button', { name: 'Bar 4, all there' }));
    expect(screen.getByText(/bar 4, tune, string 2, fret 1: there/)).toBeTruthy();
    fireEvent.click(screen.getByRole('link', { name: 'Make this drill' }));
    expect(await screen.findByRole('list', { name: 'Drills' })).toBeTruthy();
  });

  test('without a connection the take waits in the browser, stands among the others, and is sent once', async () => {
    line.isOnline = false;
    open();
    await handIn(limping());
    expect(
      await screen.findByText(/One take waits for the connection\. It is kept in this browser/),
    ).toBeTruthy();
    expect(await screen.findByRole('img', { name: /^Notes there: take 1 \d+ %$/ })).toBeTruthy();
    expect(kept).toEqual([]);
    await waitFor(async () => expect(await unsentTakes.all(wren.id)).toHaveLength(1));
    cleanup();
    // The page is opened again: what was left is still there, and goes when the connection is back.
    open();
    expect(await screen.findByText(/One take waits/)).toBeTruthy();
    line.isOnline = true;
    window.dispatchEvent(new Event('online'));
    await waitFor(() => expect(kept).toHaveLength(1));
    await waitFor(() => expect(screen.queryByText(/One take waits/)).toBeNull());
    await waitFor(async () => expect(await unsentTakes.all(wren.id)).toEqual([]));
  });

  test('the simulated student plays, and none of it is kept', async () => {
    open();
    await screen.findByRole('heading', { name: 'How it went' });
    press('Try it with a simulated student');
    expect(await screen.findByLabelText('The take in figures')).toBeTruthy();
    expect(kept).toEqual([]);
  });

  test('a file that is slow to unpack and was cancelled says nothing more', async () => {
    let unpack: (sound: object) => void = () => undefined;
    vi.stubGlobal(
      'AudioContext',
      class {
        decodeAudioData = () => new Promise((resolve) => (unpack = resolve));
        close = () => Promise.resolve();
      },
    );
    open();
    await handIn(new TextEncoder().encode('a packed sound'), 'take.ogg');
    fireEvent.click(await screen.findByRole('button', { name: 'Cancel' }));
    await act(async () => {
      unpack({ numberOfChannels: 1, sampleRate: 22_050, getChannelData: () => new Float32Array(22_050) });
      await Promise.resolve();
    });
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByText(/Play it once through/)).toBeTruthy();
  });

  test.each([
    ['words', new TextEncoder().encode('not a sound at all'), 'neither a MIDI file nor a recording'],
    ['an empty WAV', new TextEncoder().encode('RIFF....WAVE'), 'holds no sound'],
    [
      'another piece',
      writeMidiTake(
        playAsStudent(
          written(['t6:0@1/1 t6:0@2/1 m3:4@1.5/1 m3:6@3/1', 't6:0@1/1 t6:0@2/1 m3:4@1.5/1 m3:6@3/1']),
          {},
          1,
        ).notes,
      ),
      'does not sound like the study',
    ],
  ])('%s: said in one sentence', async (_, bytes, reason) => {
    vi.stubGlobal(
      'AudioContext',
      class {
        decodeAudioData = () => Promise.reject(new DOMException('no', 'EncodingError'));
        close = () => Promise.resolve();
      },
    );
    open();
    await handIn(bytes);
    expect((await screen.findByRole('alert')).textContent).toContain(reason);
    expect(kept).toEqual([]);
  });

  describe('on an instrument that sends MIDI', () => {
    const input = { name: 'Six strings', state: 'connected', onmidimessage: null as unknown };
    const plugIn = (inputs: ReadonlyMap<string, unknown>) =>
      vi.stubGlobal(
        'navigator',
        Object.assign(Object.create(navigator) as object, {
          requestMIDIAccess: () => Promise.resolve({ inputs, onstatechange: null }),
        }),
      );
    const play = (timeStamp: number, ...bytes: number[]) =>
      act(() =>
        (input.onmidimessage as (event: object) => void)({ timeStamp, data: Uint8Array.from(bytes) }),
      );

    test('what is played is judged, and the instrument is let go', async () => {
      plugIn(new Map([['1', input]]));
      open();
      await screen.findByRole('heading', { name: 'How it went' });
      press('Play on a MIDI instrument');
      expect(await screen.findByText('Listening to Six strings.')).toBeTruthy();
      const beganMs = performance.now();
      const { notes } = playAsStudent(score, { unsteadyMs: 3 }, 4);
      for (const { startS, midi } of notes) play(beganMs + 1000 * startS, 0x90, midi, 80);
      press(`Stop, ${notes.length} notes`);
      const figures = await screen.findByLabelText('The take in figures');
      expect(figures.textContent).toMatch(/missed▢0/);
      expect(input.onmidimessage).toBeNull();
      await waitFor(() => expect(kept).toHaveLength(1));
    });

    test('pulled out while it is listened to, it is said, and what came is kept', async () => {
      const inputs = new Map([['1', input]]);
      const access = { inputs, onstatechange: null as (() => void) | null };
      vi.stubGlobal(
        'navigator',
        Object.assign(Object.create(navigator) as object, {
          requestMIDIAccess: () => Promise.resolve(access),
        }),
      );
      open();
      await screen.findByRole('heading', { name: 'How it went' });
      press('Play on a MIDI instrument');
      await screen.findByText('Listening to Six strings.');
      play(performance.now(), 0x90, 48, 80);
      inputs.clear();
      act(() => access.onstatechange?.());
      expect(screen.getByText(/^The instrument was unplugged/).textContent).toContain('or stop');
      inputs.set('1', input);
      act(() => access.onstatechange?.());
      expect(screen.getByText('Listening to Six strings.')).toBeDefined();
      expect(screen.getByText('Stop, 1 note')).toBeDefined();
    });

    test('with nothing plugged in, or nothing played, a sentence says so', async () => {
      plugIn(new Map());
      open();
      await screen.findByRole('heading', { name: 'How it went' });
      press('Play on a MIDI instrument');
      expect((await screen.findByRole('alert')).textContent).toContain('No instrument is plugged in');
      plugIn(new Map([['1', input]]));
      press('Play on a MIDI instrument');
      press(await screen.findByText('Stop, 0 notes').then((button) => button.textContent));
      expect((await screen.findByRole('alert')).textContent).toMatch(/\w+\. \w+/);
      expect(kept).toEqual([]);
    });

    test('a browser without MIDI does not offer it', async () => {
      open();
      await screen.findByRole('heading', { name: 'How it went' });
      expect(screen.queryByText('Play on a MIDI instrument')).toBeNull();
    });
  });

  describe('with a click', () => {
    const { take: steady, samples } = recorded(score);
    const beginS = Math.min(...steady.notes.map(({ startS }) => startS));
    const every = (beatS: number, firstS = 0) => Array.from({ length: 60 }, (_, at) => firstS + at * beatS);
    /** The beats that were to be clicked first. */
    const planned = (count: number) =>
      clicked.plans
        .at(-1)
        ?.clicks.slice(0, count)
        .map(({ atS, beat }) => `${atS.toFixed(2)} ${beat}`);
    const withClick = (lateS: number) => ({
      channels: [samples],
      sampleRate: listeningRate,
      clicksS: every(60 / 90, beginS - lateS),
    });
    const figure = async () => {
      const name = await screen.findByText('With the click');
      return name.nextSibling?.textContent;
    };
    afterEach(() => {
      localStorage.clear();
      // What the page holds in mind of it goes, too.
      act(() => void dispatchEvent(new StorageEvent('storage', { key: 'jocund-settings' })));
    });

    test('it clicks the beats of the study; without the delay only how even it was is told', async () => {
      clicked.sound = withClick(0.09);
      open();
      fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
      press('Quicker click');
      press('Record a take');
      expect(planned(5)).toEqual(['0.00 1', '0.97 2', '1.94 3', '2.90 4', '3.87 1']);
      press('Slower click');
      press(/^Stop/);
      expect(await figure()).toMatch(/^± \d+ ms about an even beat$/);
      expect(screen.getByText(/^Whether you are behind the click or ahead of it/)).toBeDefined();
    });

    test('after a pickup it clicks the beats of a whole bar', async () => {
      const [first, ...rest] = score.bars;
      const pickup = { ...first!, metre: { beats: 1, unit: 4 as const }, pickup: true as const, notes: [] };
      open({ ...whole, score: asDocument({ ...score, bars: [pickup, ...rest] }) });
      fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
      press('Record a take');
      expect(planned(5)).toEqual(['0.00 1', '1.00 2', '2.00 3', '3.00 4', '4.00 1']);
      expect(screen.queryByText(/goes through the bars/)).toBeNull();
    });

    test('where the metre changes, it goes through the bars, and the page says so', async () => {
      const [first, ...rest] = score.bars;
      const short = { ...first!, metre: { beats: 3, unit: 4 as const }, notes: [] };
      open({ ...whole, score: asDocument({ ...score, bars: [short, ...rest] }) });
      fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
      expect(screen.getByText(/the click counts one bar.*Begin with it/)).toBeDefined();
      press('Record a take');
      expect(planned(8)?.map((each) => each.split(' ')[1])).toEqual(['1', '2', '3', '1', '2', '3', '1', '2']);
      expect(screen.getByText(/^The click goes through the bars with you/)).toBeDefined();
    });

    test('the delay is measured by claps, and taken off', async () => {
      const claps = new Float32Array(6 * listeningRate);
      for (let clap = 0; clap < 8; clap += 1)
        for (let at = 0; at < 600; at += 1)
          claps[Math.round((0.12 + 0.6 * clap) * listeningRate) + at] =
            Math.sin(at * at) * Math.exp(-at / 150);
      clicked.sound = { channels: [claps], sampleRate: listeningRate, clicksS: every(0.6).slice(0, 8) };
      open();
      fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
      press('Measure it: clap with eight clicks');
      const told = await screen.findByText(/This machine’s delay is \d+ ms/);
      expect(Math.abs(Number(/delay is (\d+)/.exec(told.textContent)?.[1]) - 120)).toBeLessThan(10);
      clicked.sound = withClick(0.12 + 0.06);
      press('Record a take');
      press(/^Stop/);
      expect(await figure()).toMatch(/^(5\d|6\d) ms behind it, ± \d+ ms$/);
      expect(screen.queryByText(/^Whether you are behind the click/)).toBeNull();
    });

    test('claps that nobody hears are said, with what to do', async () => {
      clicked.sound = {
        channels: [new Float32Array(6 * listeningRate)],
        sampleRate: listeningRate,
        clicksS: every(0.6).slice(0, 8),
      };
      open();
      fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
      press('Measure it: clap with eight clicks');
      expect(await screen.findByText(/^Only 0 of 8 claps were heard.*Clap louder/)).toBeDefined();
      expect(screen.getByText('Measure it: clap with eight clicks')).toBeDefined();
    });
  });

  test('the ear is made ready while a file is chosen or a take is played, and not before', async () => {
    clicked.sound = { channels: [new Float32Array(10)], sampleRate: listeningRate, clicksS: [] };
    open();
    fireEvent.click(await screen.findByRole('button', { name: 'With a click' }));
    expect(ear.openEar).not.toHaveBeenCalled();
    press('Hand in a file');
    expect(ear.openEar).toHaveBeenCalledOnce();
    press('Record a take');
    expect(ear.openEar).toHaveBeenCalledTimes(2);
    press(/^Stop/);
    expect(ear.openEar).toHaveBeenCalledTimes(2);
  });

  test('a microphone that is refused says what to do instead', async () => {
    vi.stubGlobal('navigator', {
      ...navigator,
      mediaDevices: { getUserMedia: () => Promise.reject(new DOMException('no', 'NotAllowedError')) },
    });
    open();
    await screen.findByRole('heading', { name: 'How it went' });
    press('Record a take');
    expect((await screen.findByRole('alert')).textContent).toContain('hand in a file');
  });
});
