import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { openMidi, stringNumbers, tuningTable } from '../instrument/index.ts';
import type { HeardNote } from '../listening/index.ts';
import { heardMidi, placedNotes, scoreLimits } from '../score/index.ts';
import { layTimeline } from '../sound/index.ts';
import { finished } from '../steps/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import {
  beatGrid,
  guessSteps,
  halfAsFast,
  likelyTunings,
  moveBeat,
  onBeats,
  pooled,
  takeGuesses,
  takenAs,
  tempoOf,
  twiceAsFast,
  type Guess,
} from './index.ts';

const bar = 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5';
const study = written([bar, bar, bar], { title: 'Study in C', tempoBpm: 100 });

/** What a faultless ear hears of a score. */
const heardOf = (score: typeof study): HeardNote[] =>
  layTimeline(score).events.map(({ startS, endS, midi }) => ({
    startS: startS + 0.5,
    endS: endS + 0.5,
    midi,
    velocity: null,
    sureness: 0.8,
  }));
const beatsOf = (score: typeof study, count: number): number[] =>
  Array.from({ length: count }, (_, beat) => 0.5 + (beat * 60) / score.tempoBpm);

describe('beats of a recording', () => {
  const waltz = written([bar, bar], {});
  const grid = beatGrid(waltz, { beats: [1, 1.5, 2, 2.6, 3.2, 3.8], firstBeat: 1 });

  test('tie times to bars, and bars past the end go on as the last', () => {
    expect(grid.placeAt(1.5)).toEqual({ bar: 0, tick: 0 });
    expect(grid.placeAt(1.75)).toEqual({ bar: 0, tick: 480 });
    expect(grid.placeAt(2.3)?.tick).toBeCloseTo(1440);
    expect(grid.placeAt(3.8)).toEqual({ bar: 1, tick: 0 });
    expect(grid.placeAt(3.8 + 12 * 0.6)?.bar).toBe(4);
    expect(grid.placeAt(1.2)).toBeUndefined();
    expect(grid.lastBarBefore(1.2)).toBe(-1);
  });

  test('a pickup takes the beats before bar 1', () => {
    const [first, ...rest] = waltz.bars;
    const withPickup = {
      ...waltz,
      bars: [{ ...first!, metre: { beats: 1, unit: 4 as const }, pickup: true as const }, ...rest],
    };
    const picked = beatGrid(withPickup, { beats: [1, 1.5, 2], firstBeat: 1 });
    expect(picked.placeAt(1.25)).toEqual({ bar: 0, tick: 480 });
    expect(picked.placeAt(1.5)).toEqual({ bar: 1, tick: 0 });
    expect(picked.placeAt(0.9)).toBeUndefined();
  });

  test('there and back is the same', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 3839 }), (index, tick) => {
        const place = grid.placeAt(grid.timeOf(index, tick) + 1e-9);
        expect((place?.bar ?? NaN) * 3840 + (place?.tick ?? NaN)).toBeCloseTo(index * 3840 + tick, 3);
      }),
    );
  });
});

describe('heard notes', () => {
  const guessed = (score: typeof study, notes: readonly HeardNote[], firstBeat = 0) =>
    valueOf(finished(guessSteps(notes, { score, hand: mediumHand, beats: beatsOf(score, 12), firstBeat })));

  test('come to the bars, ticks, hands and strings they were played at', () => {
    const { guesses } = guessed(study, heardOf(study));
    const found = guesses.map(({ bar: at, note }) => [at, note.tick, note.voice, note.string, note.fret]);
    const put = (['thumb', 'melody'] as const)
      .flatMap((voice) => placedNotes(study, voice))
      .map(({ bar: at, note }) => [at, note.tick, note.voice, note.string, note.fret]);
    expect(found.sort()).toEqual(put.sort());
  });

  test.each([60, 66])('swung by %d they are written straight, and the swing is told', (swingPercent) => {
    const swung = { ...study, swingPercent };
    const { guesses, swingPercent: told } = guessed(swung, heardOf(swung));
    expect(told).toBeCloseTo(swingPercent, 0);
    expect([...new Set(guesses.map(({ note }) => note.tick % 480))]).toEqual([0]);
  });

  test('on a guitar tuned down, under a capo, are the same shapes', () => {
    const moved = { ...study, capo: 3, tuning: { ...study.tuning, wholeSemitones: -1 } };
    const { guesses } = guessed(moved, heardOf(moved));
    expect(guesses.filter(({ note, heard }) => heardMidi(moved, note) !== heard.midi)).toEqual([]);
    expect(guesses.length).toBe(heardOf(study).length);
  });

  test('before bar 1 are left out, past the last bar are in further bars', () => {
    const { guesses } = guessed({ ...study, bars: study.bars.slice(0, 1) }, heardOf(study), 4);
    expect([...new Set(guesses.map(({ bar: at }) => at))]).toEqual([0, 1]);
    expect(guesses).toHaveLength((2 / 3) * heardOf(study).length);
  });

  test('that are none make no guess; more than hands can play are refused', () => {
    expect(guessed(study, []).guesses).toEqual([]);
    const crowd = Array.from({ length: 200 }, (_, at) => ({
      startS: 0.5 + at * 0.03,
      endS: null,
      midi: 50 + (at % 20),
      velocity: null,
      sureness: 1,
    }));
    const refused = finished(
      guessSteps(crowd, {
        score: { ...study, tempoBpm: 300 },
        hand: mediumHand,
        beats: [0.5, 2],
        firstBeat: 0,
      }),
    );
    expect(refused).toMatchObject({ ok: false });
  });
});

const tuningOf = (id: string) => tuningTable.find((each) => each.id === id)!;

describe('likely tunings', () => {
  const opens = (id: string, shift = 0) => {
    const tuning = tuningOf(id);
    return stringNumbers.map((string) => openMidi(tuning, string) + shift);
  };
  const notesOf = (midis: readonly number[]): HeardNote[] =>
    midis.map((midi, at) => ({ startS: at / 3, endS: null, midi, velocity: null, sureness: 1 }));
  const first = (midis: readonly number[]) => {
    const [best] = likelyTunings(notesOf(midis), tuningTable);
    return [best?.tuning.name, best?.shift];
  };

  test.each([
    ['standard', 0],
    ['drop-d', 0],
    ['open-g', 0],
    ['open-d', 0],
    ['standard', 3],
    ['standard', -2],
    ['drop-d', 2],
  ] as const)('open strings of %s moved by %d are that', (id, shift) => {
    const open = opens(id, shift);
    const fretted = [open[0]! + 3, open[1]! + 1, open[0]! + 2];
    expect(first([...open, ...open, ...fretted])).toEqual([tuningOf(id).name, shift]);
  });

  test('a single low note that nothing else speaks for does not decide', () => {
    const open = opens('standard');
    const many = Array.from({ length: 15 }, () => open).flat();
    expect(first([...many, 38])).toEqual(['Standard', 0]);
    expect(first([...many, ...Array.from({ length: 12 }, () => 38)])).toEqual(['Drop D', 0]);
  });

  test('the same open strings are named once, by the usual name', () => {
    const found = likelyTunings(notesOf(opens('standard', 2)), tuningTable);
    const strings = found.map(({ tuning, shift }) =>
      stringNumbers.map((string) => openMidi(tuning, string) + shift).join(' '),
    );
    expect(new Set(strings).size).toBe(strings.length);
    expect(found[0]).toMatchObject({ tuning: { name: 'Standard' }, shift: 2 });
  });

  test('of silence there are none', () => {
    expect(likelyTunings([], tuningTable)).toEqual([]);
  });
});

describe('bars that come again', () => {
  const guess = (bar: number, midi: number, sureness: number): Guess => ({
    bar,
    heard: { startS: bar, endS: null, midi, velocity: null, sureness },
    note: { tick: 0, durationTicks: 960, string: 1, fret: 0, voice: 'melody' },
  });
  const surenesses = (guesses: readonly Guess[], writtenOf: (played: number) => number, lastBar: number) =>
    pooled(guesses, writtenOf, lastBar).map(({ heard }) => Math.round(heard.sureness * 100) / 100);

  test('what is heard each time is as sure as it was, what is heard once of three times hardly', () => {
    const each = [guess(0, 64, 0.6), guess(1, 64, 0.6), guess(2, 64, 0.6), guess(1, 70, 0.9)];
    expect(surenesses(each, () => 0, 2)).toEqual([0.6, 0.6, 0.6, 0.3]);
  });

  test('bars that come once stay as they are', () => {
    expect(surenesses([guess(0, 64, 0.6), guess(1, 64, 0.7)], (bar) => bar, 1)).toEqual([0.6, 0.7]);
  });
});

describe('guesses taken', () => {
  const { guesses } = valueOf(
    finished(
      guessSteps(heardOf(study), { score: study, hand: mediumHand, beats: beatsOf(study, 12), firstBeat: 0 }),
    ),
  );
  const empty = { ...study, bars: [{ ...study.bars[0]!, notes: [] }] };

  test('stand in the score, in further bars where they need them; taken twice they are the same', () => {
    const taken = takeGuesses(empty, guesses);
    expect(taken.bars).toHaveLength(3);
    for (const each of guesses) expect(takenAs(taken, each)?.string).toBe(each.note.string);
    expect(takeGuesses(taken, guesses)).toEqual(taken);
    expect(guesses.filter((each) => takenAs(empty, each))).toEqual([]);
  });

  test('where no grip is laid a bass that was heard is played by hand, and no pattern asks for grips', () => {
    expect(takeGuesses(empty, guesses).thumbPattern).toBe('by-hand');
    const tune = guesses.filter(({ note }) => note.voice === 'melody');
    expect(takeGuesses(empty, tune).thumbPattern).toBe(empty.thumbPattern);
  });

  test('a pitch that stands on another string is taken as well', () => {
    const [first] = guesses;
    const { note } = first!;
    const elsewhere = {
      ...note,
      string: 6 as const,
      fret: heardMidi(study, note) - openMidi(study.tuning, 6),
    };
    expect(takenAs(takeGuesses(empty, [{ bar: 0, note: elsewhere }]), first!)).toMatchObject({ string: 6 });
  });

  test('past the most bars a piece may have nothing is written', () => {
    const tune = guesses.find(({ note }) => note.voice === 'melody')!;
    const far = { bar: scoreLimits.bars, note: tune.note };
    expect(takeGuesses(empty, [far])).toEqual(empty);
  });
});

describe('beats counted otherwise', () => {
  const beats = [0, 1, 2, 3, 4, 5];

  test('half as fast, bar 1 still begins on one; twice as fast it is the same beat', () => {
    expect(halfAsFast({ beats, firstBeat: 3 })).toEqual({ beats: [1, 3, 5], firstBeat: 1 });
    expect(twiceAsFast({ beats: [1, 3, 5], firstBeat: 1 })).toEqual({ beats: [1, 2, 3, 4, 5], firstBeat: 2 });
    expect(tempoOf(beats)).toBe(60);
    expect(tempoOf([1])).toBeUndefined();
  });

  test('one moves between its neighbours, or all after it move along', () => {
    expect(moveBeat(beats, 2, 0.2, false)).toEqual([0, 1, 2.2, 3, 4, 5]);
    expect(moveBeat(beats, 2, 9, false)[2]).toBeCloseTo(2.95);
    expect(moveBeat(beats, 2, -9, false)[2]).toBeCloseTo(1.05);
    expect(moveBeat(beats, 2, 0.5, true)).toEqual([0, 1, 2.5, 3.5, 4.5, 5.5]);
    expect(moveBeat(beats, 99, 1, false)).toEqual(beats);
  });
});

describe('a score in the time of a recording', () => {
  const beats = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 7];

  test('has its bar lines where the recording has them, and its own feel within', () => {
    const { events } = onBeats(study, { beats, firstBeat: 0 }, 60);
    const firstOf = (played: number) =>
      Math.min(...events.filter((each) => each.played === played).map(({ startS }) => startS));
    expect(firstOf(0)).toBeCloseTo(1, 2);
    expect(firstOf(1)).toBeCloseTo(3, 2);
    expect(firstOf(2)).toBeCloseTo(7, 2);
    const lengths = (played: number) =>
      events.filter((each) => each.played === played).map(({ startS, endS }) => endS - startS);
    lengths(1).forEach((length, index) => expect(length / (lengths(0)[index] ?? NaN)).toBeCloseTo(2, 3));
  });

  test('leaves out what would come before the recording begins or after it ends', () => {
    const { events, durationS } = onBeats(study, { beats, firstBeat: 2 }, 4);
    expect(durationS).toBe(4);
    expect(events.every(({ startS }) => startS >= 0 && startS < 4)).toBe(true);
    expect(events.length).toBeGreaterThan(0);
  });
});
