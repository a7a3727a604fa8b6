import toneMidi from '@tonejs/midi';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blankScore, type Score } from '../../score/index.ts';
import { layTimeline } from '../../sound/index.ts';
import { note } from '../../testing/invented.ts';
import { written } from '../../testing/written.ts';
import { readMidi, writeMidi } from './index.ts';
import { quantise } from '../../melody/index.ts';

const { Midi } = toneMidi;
const score: Score = {
  ...written([
    't5:3@1 m1:0@1/1.5 t4:2@2 m1:1@2.5/0.5h',
    't5:3@1/4 m2:1@1/1 m2:3@2/1s m2:3@3/2t',
    't6:3@1/2 m1:3@1/3',
  ]),
  tempoBpm: 60,
  title: 'Grünling',
};
const tuneOf = (bytes: Uint8Array) => {
  const read = readMidi(bytes);
  if (!read.ok) throw new Error(read.fault.reason);
  if (read.value.content.kind !== 'tune') throw new Error('not a tune');
  return read.value.content.tune;
};
/** Onset in seconds and pitch of every struck note, of our own timeline. */
const ours = (each: Score) =>
  layTimeline(each)
    .events.map(({ startS, midi }) => `${startS.toFixed(2)} ${midi}`)
    .sort();

describe('swing that was played', () => {
  const eighths = [0, 480, 960, 1440, 1920, 2400, 2880, 3360];
  const swung = (swingPercent: number): Score => ({
    ...blankScore({ title: 'Swung', barCount: 2 }),
    swingPercent,
    bars: [0, 1].map(() => ({
      metre: { beats: 4, unit: 4 },
      grips: [],
      notes: eighths.map((tick) => note({ tick, durationTicks: 480 })),
    })),
  });
  const reading = (each: Score, swing?: 'undone' | 'as-played') => {
    const read = readMidi(writeMidi(each, { swing: 'applied' }), { swing });
    if (!read.ok || read.value.content.kind !== 'tune') throw new Error('not read');
    return { ...read.value, tune: read.value.content.tune };
  };
  const ticksOf = (tune: ReturnType<typeof tuneOf>) =>
    tune.bars.map(({ notes }) => notes.map(({ tick }) => tick));
  test.each([56, 62, 67, 72])('%i %% is found, and taken out: eighths are eighths', (percent) => {
    const { tune, asks, swingPercent } = reading(swung(percent));
    expect(asks).toBe('swing');
    expect(swingPercent).toBeCloseTo(percent, 0);
    expect(tune.swingPercent).toBe(percent);
    expect(ticksOf(tune)).toEqual([eighths, eighths]);
    expect(tune.bars.flatMap(({ notes }) => notes.map(({ durationTicks }) => durationTicks))).toEqual(
      Array.from({ length: 16 }, () => 480),
    );
  });
  test('as played it stays where it was struck, and is still told', () => {
    const { tune, asks } = reading(swung(67), 'as-played');
    expect(asks).toBe('swing');
    expect(tune.swingPercent).toBe(50);
    expect(ticksOf(tune)[0]).toEqual([0, 640, 960, 1600, 1920, 2560, 2880, 3520]);
  });
  test('straight playing asks nothing, nor do triplets, dotted notes and a few late notes', () => {
    const bars = [
      [0, 320, 640, 960, 1280, 1600],
      [0, 720, 960, 1680, 1920],
      [0, 480, 960, 1440],
    ].map((ticks) => ({
      metre: { beats: 4, unit: 4 as const },
      grips: [],
      notes: ticks.map((tick) => note({ tick, durationTicks: 120 })),
    }));
    expect(reading({ ...swung(50), bars })).not.toHaveProperty('asks');
    expect(reading(swung(50))).not.toHaveProperty('asks');
  });
  test('real triplets among swung eighths stay triplets', () => {
    const mixed = swung(60);
    const triplets = [0, 320, 640, 960, 1440, 1920, 2400, 2880, 3360];
    const first = { ...mixed.bars[0]!, notes: triplets.map((tick) => note({ tick, durationTicks: 160 })) };
    const { tune } = reading({ ...mixed, bars: [first, mixed.bars[1]!] });
    expect(ticksOf(tune)[0]).toEqual(triplets);
  });
});

describe('a MIDI file as another reader (@tonejs/midi) hears it', () => {
  const heard = (each: Score, swing: 'applied' | 'written' = 'applied') =>
    new Midi(writeMidi(each, { swing })).tracks
      .flatMap(({ notes }) => notes.map(({ time, midi }) => `${time.toFixed(2)} ${midi}`))
      .sort();
  test('pitches and onsets are ours, ties are one note', () => {
    expect(heard(score)).toEqual(ours(score));
  });
  test('swing is applied, or left to the player', () => {
    const swung = { ...score, swingPercent: 67 };
    expect(heard(swung)).toEqual(ours(swung));
    expect(heard(swung, 'written')).toEqual(ours(score));
  });
  test('with a capo and a guitar tuned down, what is heard', () => {
    const down = { ...score, capo: 3, tuning: { ...score.tuning, wholeSemitones: -1 } };
    expect(heard(down)).toEqual(ours(down));
  });
  test('durations: a tied note lasts until its end, a stopped one as long as it is heard on the page', () => {
    const midi = new Midi(
      writeMidi(
        {
          ...score,
          bars: [
            {
              ...score.bars[2]!,
              notes: [
                note({ durationTicks: 1920 }),
                note({ tick: 1920, durationTicks: 960, ending: 'stopped' }),
              ],
            },
          ],
        },
        { swing: 'written' },
      ),
    );
    expect(
      midi.tracks.flatMap(({ notes }) => notes.map(({ duration }) => Math.round(duration * 100) / 100)),
    ).toEqual([2, 0.45]);
  });
  test('names, tempo, metre and program', () => {
    const midi = new Midi(writeMidi(score, { swing: 'applied' }));
    expect(midi.header.tempos[0]!.bpm).toBeCloseTo(60, 3);
    expect(midi.header.timeSignatures[0]!.timeSignature).toEqual([4, 4]);
    expect(midi.tracks.map(({ name }) => name).filter(Boolean)).toEqual(['melody', 'thumb']);
    expect(midi.tracks.find(({ name }) => name === 'thumb')!.instrument.number).toBe(25);
  });
  test('repeats are written out', () => {
    const repeated = { ...score, bars: score.bars.with(1, { ...score.bars[1]!, repeatTimes: 2 }) };
    const order = [0, 1, 0, 1, 2].map((index) => score.bars[index]!);
    expect(heard(repeated)).toEqual(
      heard({
        ...score,
        bars: order.map((bar) => ({ ...bar, notes: bar.notes.map((each) => ({ ...each })) })),
      }),
    );
  });
  test('a bend moves its own string alone, and comes back', () => {
    const bent = {
      ...score,
      bars: [
        {
          ...score.bars[2]!,
          notes: [
            note({ durationTicks: 1920, bendCents: 100 }),
            note({ string: 6, voice: 'thumb' as const, durationTicks: 1920 }),
          ],
        },
      ],
    };
    const midi = new Midi(writeMidi(bent, { swing: 'written' }));
    const bends = midi.tracks.flatMap(({ pitchBends, channel }) =>
      pitchBends.map(({ value }) => ({ value, channel })),
    );
    expect(Math.max(...bends.map(({ value }) => value))).toBeCloseTo(1 / 12, 3);
    expect(bends.at(-1)!.value).toBe(0);
    expect(new Set(bends.map(({ channel }) => channel))).toEqual(new Set([0]));
  });
});

describe('reading MIDI', () => {
  test('our own file comes back as a tune in two voices', () => {
    const tune = tuneOf(writeMidi(score, { swing: 'written' }));
    expect(tune).toMatchObject({ title: 'Grünling', tempoBpm: 60, key: { tonic: 'C', mode: 'major' } });
    const notes = tune.bars.map(({ notes: each }) =>
      each.map(({ tick, durationTicks, midi, voice }) => [tick, durationTicks, midi, voice]),
    );
    expect(notes[0]).toEqual([
      [0, 960, 48, 'thumb'],
      [0, 1440, 64, 'melody'],
      [960, 960, 52, 'thumb'],
      [1440, 480, 65, 'melody'],
    ]);
  });
  test('bends are read back', () => {
    const bent = {
      ...score,
      bars: [{ ...score.bars[2]!, notes: [note({ durationTicks: 1920, bendCents: 150 })] }],
    };
    expect(tuneOf(writeMidi(bent, { swing: 'written' })).bars[0]!.notes[0]!.marks).toEqual({
      bendCents: 150,
    });
  });
  test('a note over the bar line is tied', () => {
    const midi = new Midi();
    midi.addTrack().addNote({ midi: 60, ticks: 3 * midi.header.ppq, durationTicks: 2 * midi.header.ppq });
    const { bars } = tuneOf(midi.toArray());
    expect(
      bars.map(({ notes }) => notes.map(({ tick, durationTicks, marks }) => [tick, durationTicks, marks])),
    ).toEqual([[[2880, 960, {}]], [[0, 960, { tied: true }]]]);
  });
  test('played loosely, onsets go to the nearest sixteenth, or to triplets where those are nearer', () => {
    expect(quantise([12, 470, 965, 1190, 1930])).toEqual([0, 480, 960, 1200, 1920]);
    expect(quantise([5, 325, 632])).toEqual([0, 320, 640]);
  });
  test('drums are left out and told', () => {
    const midi = new Midi();
    const drums = midi.addTrack();
    drums.channel = 9;
    drums.addNote({ midi: 38, ticks: 0, durationTicks: 100 });
    midi.addTrack().addNote({ midi: 60, ticks: 0, durationTicks: 480 });
    const read = readMidi(midi.toArray());
    expect(read.ok && read.value.leftOut).toEqual([{ what: 'drums', count: 1 }]);
  });
  test.each([
    ['nothing', new Uint8Array()],
    ['text', Uint8Array.from([...'MThd is not all'].map((each) => each.charCodeAt(0)))],
    ['no notes', new Midi().toArray()],
  ])('%s is refused with a reason', (_, bytes) => {
    const read = readMidi(bytes);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.fault.reason).toMatch(/MIDI/);
  });
  test('any change of a good file is read or refused, never thrown', () => {
    const good = writeMidi(score, { swing: 'applied' });
    fc.assert(
      fc.property(fc.nat(good.length - 1), fc.nat(255), fc.nat(good.length), (at, byte, cut) => {
        const bytes = good.slice(0, Math.max(cut, 20));
        if (at < bytes.length) bytes[at] = byte;
        const read = readMidi(bytes);
        if (!read.ok) expect(read.fault.reason).toMatch(/MIDI/);
      }),
      { numRuns: 300 },
    );
  });
  test('key signatures of both modes', () => {
    for (const tonic of ['C', 'G', 'F', 'Eb', 'A'])
      for (const mode of ['major', 'minor'] as const) {
        const key = { tonic, mode };
        const keyed = { ...blankScore({ title: 'Key', barCount: 1 }), key };
        const bars = [{ ...keyed.bars[0]!, notes: [note({})] }];
        expect(tuneOf(writeMidi({ ...keyed, bars }, { swing: 'written' })).key).toEqual(key);
      }
  });
});
