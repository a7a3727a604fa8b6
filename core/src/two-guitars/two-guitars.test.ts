import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { soundingMidi, standardTuning } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { barTicks, validateScore, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { bestPath } from './best-path.ts';
import { harmonyOfBar } from './harmony.ts';
import { meetingOf } from './meetings.ts';
import { rhythmTable } from './rhythm-table.ts';
import {
  canPlayTogether,
  findingLine,
  secondParts,
  twoGuitarFindings,
  type SecondPart,
  type SecondPartSearch,
} from './index.ts';

const search: SecondPartSearch = {
  texture: 'chords',
  tuning: standardTuning,
  capos: [0, 3, 5],
  hand: mediumHand,
  limit: 3,
};

function partsFor(first: Score, over: Partial<SecondPartSearch> = {}): SecondPart[] {
  const steps = secondParts(first, { ...search, ...over });
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** C, F, G7, C with an alternating thumb; the tune of the second and fourth bar rests from beat 3 on. */
const song = written([
  '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1 m2:1@2/1 m1:3@3/2',
  '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/1 m2:1@2/1',
  '[320001] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/1 m1:1@2/2 m2:0@4/1',
  '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/2',
]);

const C7 = new Map([
  [0, '1'],
  [4, '3'],
  [7, '5'],
  [10, 'b7'],
]);
const Cmaj7 = new Map([
  [0, '1'],
  [4, '3'],
  [7, '5'],
  [11, '7'],
]);

describe('two tones', () => {
  test.each([
    ['a half step', 65, 64, C7, 'half-step'],
    ['a half step two octaves away', 65, 40, C7, 'half-step'],
    ['a major seventh with a tone that is not of the chord', 60, 71, C7, 'half-step'],
    ['a major seventh between tones of the chord', 60, 71, Cmaj7, undefined],
    ['a minor ninth between tones of the chord', 59, 72, Cmaj7, 'half-step'],
    ['the tune’s blue third over the third', 63, 64, C7, 'blue-third'],
    ['the third of the chord an octave away', 64, 52, C7, 'doubled-third'],
    ['the fifth an octave away', 67, 55, C7, undefined],
    ['the same pitch', 67, 67, C7, 'same-note'],
    ['a whole step', 60, 58, C7, 'whole-step'],
    ['a ninth', 60, 46, C7, undefined],
  ] as const)('%s', (_, one, other, classes, kind) => expect(meetingOf(one, other, classes)).toBe(kind));
});

describe('findings', () => {
  const second = written(['[xx0232] m3:0@1/2 m2:3@3/2', 'm3:2@1/0.25', 'm1:7@3/2', 'm1:0@3/2']);

  test('half steps and doubled thirds are told once, where they begin; passing notes are not', () => {
    expect(twoGuitarFindings(song, second).map((each) => findingLine(song, each))).toEqual([
      'bar 3: third of G7 twice on 4: B',
      'bar 4: third of C twice on 4: E',
    ]);
    const rubbing = written(['m1:1@1/1', '', '', 'm1:0@1/4']);
    expect(twoGuitarFindings(song, rubbing).map((each) => findingLine(song, each))).toEqual([
      'bar 1: half step on 1: F against the tune’s E',
      'bar 4: third of C twice on 2: E',
      'bar 4: third of C twice on 4: E',
    ]);
  });

  test('pitches are those that are heard: a capo raises both the tone and its chord', () => {
    const raised = { ...song, capo: 2 };
    const same = written(['m1:1@1/1', '', '', ''], { capo: 2 });
    expect(twoGuitarFindings(raised, same).map(({ words }) => words)).toEqual([
      'half step on 1: G against the tune’s F#',
    ]);
  });

  test('a part of other lengths, or played in another order, cannot be played with it', () => {
    expect(canPlayTogether(song, second)).toBe(true);
    expect(canPlayTogether(song, { ...second, bars: second.bars.slice(1) })).toBe(false);
    const [bar, ...others] = second.bars;
    if (!bar) throw new Error('no bar');
    expect(canPlayTogether(song, { ...second, bars: [{ ...bar, repeatTimes: 2 }, ...others] })).toBe(false);
  });
});

describe('rhythms', () => {
  const metre = { beats: 4, unit: 4 };
  const beatsOf = (id: string, tune: readonly number[], of = metre) =>
    rhythmTable
      .find((each) => each.id === id)
      ?.strokes(
        of,
        tune.map((beat) => (beat - 1) * 960),
      )
      .map(({ tick }) => tick / 960 + 1);

  test('back beats are 2 and 4, in three 2 and 3; a rest of the tune is answered', () => {
    expect(beatsOf('back-beats', [])).toEqual([2, 4]);
    expect(beatsOf('back-beats', [], { beats: 3, unit: 4 })).toEqual([2, 3]);
    expect(beatsOf('answering', [1, 2, 3, 4])).toEqual([2, 4]);
    expect(beatsOf('answering', [1, 1.5, 2, 2.5, 3])).toEqual([2, 3.5, 4, 4.5]);
  });

  test('no stroke of any rhythm leaves its bar', () => {
    const metres = fc.constantFrom(
      { beats: 2, unit: 4 },
      { beats: 3, unit: 4 },
      { beats: 5, unit: 4 },
      { beats: 6, unit: 8 },
      { beats: 7, unit: 8 },
      { beats: 2, unit: 2 },
      { beats: 1, unit: 4 },
    );
    fc.assert(
      fc.property(metres, fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 8 }), (of, steps) => {
        const tune = steps.map((step) => step * 120).filter((tick) => tick < barTicks(of));
        for (const { strokes } of rhythmTable)
          for (const { tick, durationTicks } of strokes(of, tune)) {
            expect(Number.isInteger(tick)).toBe(true);
            expect(durationTicks).toBeGreaterThan(0);
            expect(tick + durationTicks).toBeLessThanOrEqual(barTicks(of));
          }
      }),
    );
  });
});

describe('a second part', () => {
  test('sounds tones of the chords, on thin strings, and rubs nowhere', () => {
    for (const first of [song, { ...song, capo: 2 }]) {
      for (const { score, findings, silent } of partsFor(first)) {
        expect(validateScore(score)).toEqual([]);
        expect(silent).toEqual([]);
        expect(findings.filter(({ kind }) => kind === 'half-step')).toEqual([]);
        score.bars.forEach(({ notes }, bar) => {
          const harmonies = harmonyOfBar(first, bar);
          for (const note of notes) {
            const classes = harmonies.find(({ from, to }) => from <= note.tick && note.tick < to)?.classes;
            expect(classes?.has(modulo(soundingMidi(score, note), 12))).toBe(true);
            expect(note.string).toBeLessThan(5);
          }
        });
      }
    }
  });

  test('is written in the key of its shapes: a song in C with capo 3 has grips of A, with capo 5 of G', () => {
    const parts = partsFor(song);
    expect(new Map(parts.map(({ score: { capo, key } }) => [capo, key.tonic]))).toEqual(
      new Map([
        [0, 'C'],
        [3, 'A'],
        [5, 'G'],
      ]),
    );
    const inG = parts.find(({ score }) => score.capo === 5)?.score;
    expect(inG?.bars.map(({ grips }) => grips[0]?.functionName)).toEqual(['G', 'C', 'D7', 'G']);
  });

  test('leaves the third to a tune that holds it', () => {
    const held = written([
      '[x32010] t5:3@1 m1:0@1/4',
      '[x32010] t5:3@1 m1:0@1/4',
      '[x32010] t5:3@1 m1:0@1/4',
    ]);
    expect(partsFor(held)[0]?.findings).toEqual([]);
    expect(partsFor(held)[0]?.score.bars[0]?.notes.length).toBeGreaterThan(0);
  });

  test('plays alike where the first plays alike', () => {
    const twice = { ...song, bars: [...song.bars, ...song.bars, ...song.bars] };
    const bars = partsFor(twice)[0]?.score.bars.map(({ notes }) => notes) ?? [];
    expect(bars.slice(4, 7)).toEqual(bars.slice(0, 3));
  });

  test('a line has one string at a time, a pair two; a broken chord one after the other', () => {
    const most = (part: SecondPart | undefined) =>
      Math.max(
        ...(part?.score.bars ?? []).flatMap(({ notes }) =>
          notes.map(({ tick }) => notes.filter((other) => other.tick === tick).length),
        ),
      );
    expect(most(partsFor(song, { texture: 'line' })[0])).toBe(1);
    expect(most(partsFor(song, { texture: 'pairs' })[0])).toBe(2);
    expect(most(partsFor(song)[0])).toBe(3);
    const [broken] = partsFor(song, { rhythm: 'broken' });
    expect(broken?.score.bars[0]?.notes).toHaveLength(8);
  });

  test('rests where no chord is known, and has nothing to play where none is', () => {
    const [, second] = song.bars;
    if (!second) throw new Error('no bar');
    const strange = { ...song, bars: [{ ...second, grips: [] }, ...song.bars.slice(1)] };
    expect(partsFor(strange)[0]?.silent).toEqual([0]);
    expect(partsFor(written(['t5:3@1', 't5:3@1']))).toEqual([]);
  });

  test('has the pickup, sections, repeats and changes of tempo of the first', () => {
    const [pickup, ...others] = song.bars;
    if (!pickup) throw new Error('no bar');
    const framed: Score = {
      ...song,
      bars: [
        { ...pickup, metre: { beats: 1, unit: 4 }, pickup: true, notes: [] },
        ...others.map((bar, index) =>
          index === 0
            ? { ...bar, section: { id: 'v', name: 'Verse' }, repeatStart: true as const, tempoBpm: 96 }
            : index === 2
              ? { ...bar, repeatTimes: 2 }
              : bar,
        ),
      ],
    };
    const [part] = partsFor(framed);
    expect(part && canPlayTogether(framed, part.score)).toBe(true);
    expect(part?.score.bars[0]?.notes).toEqual([]);
    expect(part?.score.bars[1]).toMatchObject({ section: { name: 'Verse' }, tempoBpm: 96 });
  });
});

test('the best path is the cheapest of all paths', () => {
  const column = fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(fc.array(column, { minLength: 1, maxLength: 5 }), (columns) => {
      const cost = (choice: number, at: number) => (choice * (at + 3)) % 7;
      const move = (from: number, to: number) => Math.abs(from - to);
      const all = columns.reduce<number[][]>(
        (paths, choices) => paths.flatMap((path) => choices.map((choice) => [...path, choice])),
        [[]],
      );
      const total = (path: readonly number[]) =>
        path.reduce(
          (sum, choice, at) => sum + cost(choice, at) + (at > 0 ? move(path[at - 1] ?? 0, choice) : 0),
          0,
        );
      const found = bestPath(columns, cost, move);
      expect(found?.cost).toBe(Math.min(...all.map(total)));
      expect(total(found?.path ?? [])).toBe(found?.cost);
    }),
  );
});

test('a path through a column without choices is none', () => {
  expect(
    bestPath(
      [[1], []],
      (each: number) => each,
      () => 0,
    ),
  ).toBeUndefined();
});
