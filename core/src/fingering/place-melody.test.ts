import { describe, expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { fingerScore, fingersForNote, placeMelody, placeMelodySteps, placesForNote } from './index.ts';

const up = written(['m3:9@1/1 m3:9@2/1 m2:10@3/1', 'm3:9@1/1']);

describe('easier places for the melody', () => {
  test('pitches stay, places change, and what it costs is what the laid score costs', () => {
    const { score, beforeMm, afterMm, moved } = placeMelody(up, {});
    expect(moved).toBe(3);
    expect(score.bars[0]!.notes.map(({ string, fret }) => `${string}.${fret}`)).toEqual([
      '1.0',
      '1.0',
      '2.10',
    ]);
    expect(afterMm).toBeLessThan(beforeMm);
    expect(fingerScore(score).costMm).toBeCloseTo(afterMm, 6);
  });
  test('only in the stretch asked for', () => {
    const within = { from: { bar: 1, tick: 0 }, to: { bar: 2, tick: 0 } };
    const { score, moved } = placeMelody(up, {}, within);
    expect(score.bars[0]).toBe(up.bars[0]);
    expect(moved).toBe(1);
  });
  test('a note that keeps its string, and one with a finger the teacher chose, stay', () => {
    const kept = {
      ...up,
      bars: [
        {
          ...up.bars[0]!,
          notes: up.bars[0]!.notes.map((note, index) =>
            index === 0 ? { ...note, keepString: true as const } : { ...note, finger: 3 as const },
          ),
        },
      ],
    };
    expect(placeMelody(kept, {})).toMatchObject({ moved: 0, score: kept });
  });
});

describe('one note in other places and with other fingers', () => {
  const score = written(['t5:3@1/2 m2:1@1/2 m1:0@2/1']);
  const fingering = fingerScore(score);
  const place = { bar: 0, tick: 960, string: 1, voice: 'melody' } as const;
  test('every place of E4 on the neck, the easiest first, each with what it costs the whole piece', () => {
    const places = placesForNote(fingering, place);
    expect(places.map(({ string, fret }) => [string, fret])).toEqual(
      expect.arrayContaining([
        [1, 0],
        [3, 9],
        [4, 14],
        [5, 19],
      ]),
    );
    expect(places[0]).toMatchObject({ isCurrent: true, moreMm: 0 });
    expect(places.find(({ string }) => string === 2)!.moreMm).toBeGreaterThan(0);
  });
  test('a place whose string is struck at that moment says by what', () => {
    const pinched = fingerScore(written(['t4:2@1 m3:4@1/1']));
    const [other] = placesForNote(pinched, { bar: 0, tick: 0, string: 3, voice: 'melody' }).filter(
      ({ string }) => string === 4,
    );
    expect(other!.obstacle).toBe('the thumb has string 4');
  });
  test('other fingers never cost less than the one the search chose', () => {
    const fingers = fingersForNote(fingering, { bar: 0, tick: 0, string: 2, voice: 'melody' });
    expect(fingers).toHaveLength(4);
    expect(fingers[0]!.isCurrent).toBe(true);
    for (const { moreMm } of fingers) expect(moreMm).toBeGreaterThanOrEqual(-1e-6);
  });
  test('an open string asks no finger, and a note that is not there has no place', () => {
    expect(fingersForNote(fingering, place)).toEqual([]);
    expect(placesForNote(fingering, { ...place, tick: 5 })).toEqual([]);
  });
});

test('long pieces report how far they are, in order, and end with the same answer', () => {
  const long = written(Array.from({ length: 12 }, () => 'm3:9@1/1 m2:1@2/1 m1:3@3/1 m1:0@4/1'));
  const shares: number[] = [];
  const steps = placeMelodySteps(long, {});
  let step = steps.next();
  while (!step.done) {
    shares.push(step.value);
    step = steps.next();
  }
  expect(shares.length).toBeGreaterThan(1);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.every((share) => share >= 0 && share < 1)).toBe(true);
  expect(step.value).toEqual(placeMelody(long, {}));
});
