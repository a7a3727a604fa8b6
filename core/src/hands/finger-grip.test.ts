import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fretSpanMm } from '../instrument/index.ts';
import { frets } from '../testing/parsed.ts';
import type { GripFrets } from '../score/index.ts';
import {
  fingerGrip,
  fingerings,
  fingerSequence,
  gripChange,
  judgeFingers,
  mediumHand,
  type FingeredGrip,
  type FrettingFinger,
  type GripFingers,
  type Hand,
} from './index.ts';

const neck = { scaleMm: 650, capo: 0 };
const thumbOver: Hand = { size: 'medium', thumbOver: true };
const fingersOf = (text: string): GripFingers =>
  [...text].map((each) => (each === '-' ? null : each === 'T' ? 'T' : (Number(each) as FrettingFinger)));
const shown = (fingers: GripFingers | undefined) => fingers?.map((finger) => finger ?? '-').join('');

/** Every way to put a finger on each pressed string with no finger at two frets: the slow way, knowing nothing of order. */
function everyFingering(grip: GripFrets, hand: Hand): GripFingers[] {
  const fingers: FrettingFinger[] = hand.thumbOver ? [1, 2, 3, 4, 'T'] : [1, 2, 3, 4];
  return grip.reduce<GripFingers[]>(
    (all, fret) =>
      fret === null || fret === 0
        ? all.map((each) => [...each, null])
        : all.flatMap((each) =>
            fingers
              .filter((finger) => each.every((other, index) => other !== finger || grip[index] === fret))
              .map((finger) => [...each, finger]),
          ),
    [[]],
  );
}

const anyGrip = fc
  .record({
    position: fc.integer({ min: 1, max: 12 }),
    strings: fc.array(fc.option(fc.constantFrom(-1, -1, 0, 0, 1, 2, 3, 4)), { minLength: 6, maxLength: 6 }),
  })
  .map(({ position, strings }): GripFrets =>
    strings.map((at) => (at === null ? null : at < 0 ? 0 : position + at)),
  );
const anyHand = fc.record({
  size: fc.constantFrom('small' as const, 'medium' as const, 'large' as const),
  thumbOver: fc.boolean(),
});

describe('finger assignment is exact', () => {
  test('on 1,000 random grips the least cost of all legal assignments, judged one by one', () => {
    fc.assert(
      fc.property(anyGrip, anyHand, (grip, hand) => {
        const judged = everyFingering(grip, hand)
          .map((fingers) => judgeFingers(grip, fingers, neck, hand))
          .filter(({ illegal }) => illegal.length === 0);
        const found = fingerings(grip, neck, hand);
        expect(found).toHaveLength(judged.length);
        if (judged.length > 0)
          expect(found[0]!.costMm).toBeCloseTo(Math.min(...judged.map(({ costMm }) => costMm)), 9);
      }),
      { numRuns: 1000 },
    );
  });
  test('no fingering crosses, and no finger is in two places', () => {
    fc.assert(
      fc.property(anyGrip, anyHand, (grip, hand) => {
        for (const { presses } of fingerings(grip, neck, hand)) {
          const plain = presses.filter(({ finger }) => finger !== 'T');
          expect(new Set(presses.map(({ finger }) => finger)).size).toBe(presses.length);
          expect(plain.map(({ fret }) => fret)).toEqual(plain.map(({ fret }) => fret).sort((a, b) => a - b));
        }
      }),
    );
  });
  test('a hand that may use its thumb, and a larger hand, never pay more or reach less', () => {
    fc.assert(
      fc.property(anyGrip, (grip) => {
        const cost = (hand: Hand) => fingerGrip(grip, neck, hand)?.costMm ?? Infinity;
        const sizes = (['small', 'medium', 'large'] as const).map((size) => cost({ size, thumbOver: false }));
        expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
        expect(cost(thumbOver)).toBeLessThanOrEqual(cost(mediumHand));
      }),
    );
  });
  test('a pinned finger stays, and pinning never lowers the cost', () => {
    fc.assert(
      fc.property(
        anyGrip,
        fc.nat(5),
        fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const),
        (grip, at, finger) => {
          fc.pre((grip[at] ?? 0) > 0);
          const pinned = grip.map((_, index) => (index === at ? finger : null));
          const free = fingerGrip(grip, neck, mediumHand)?.costMm ?? Infinity;
          const held = fingerGrip(grip, neck, mediumHand, pinned);
          if (held) {
            expect(held.fingers[at]).toBe(finger);
            expect(held.costMm).toBeGreaterThanOrEqual(free - 1e-9);
          }
        },
      ),
    );
  });
});

/** Common practice: how players finger these grips. */
describe('fingers of everyday grips', () => {
  test.each([
    ['022100', '-231--'],
    ['x32010', '-32-1-'],
    ['xx0232', '---132'],
    ['x02220', '--123-'],
    ['133211', '134211'],
    ['xx0212', '---213'],
  ])('%s is held %s', (grip, fingers) =>
    expect(shown(fingerGrip(frets(grip), neck, mediumHand)?.fingers)).toBe(fingers),
  );
  test('with the thumb over, D7/F# puts it on string 6 where no other finger is free for a rounder grip', () => {
    const withThumb = fingerings(frets('200212'), neck, thumbOver).map(({ fingers }) => shown(fingers));
    expect(withThumb).toContain('T--213');
    expect(fingerings(frets('200212'), neck, mediumHand).map(({ fingers }) => shown(fingers))).not.toContain(
      'T--213',
    );
  });
});

describe('what is not legal is said', () => {
  const why = (grip: string, fingers: string, hand: Hand = mediumHand) =>
    judgeFingers(frets(grip), fingersOf(fingers), neck, hand).illegal.map(({ message }) => message);
  test.each([
    ['x32010', '-3--1-', 'no finger holds string 4'],
    ['x32010', '-12-3-', 'fingers 1 and 2 would cross'],
    ['x30030', '-1--1-', 'finger 1 lies over open string 4'],
    ['x31013', '-31--3', 'finger 3 at fret 3 lies over string 4, which sounds from fret 1'],
    ['x32010', '-11-2-', 'finger 1 would be at frets 2 and 3'],
    ['200212', 'T--213', 'this hand does not hold strings with its thumb'],
  ])('%s held %s', (grip, fingers, message) => expect(why(grip, fingers)).toContain(message));
  test('the thumb reaches strings 6 and 5 only', () =>
    expect(why('xx0212', '---2T3', thumbOver)).toContain('the thumb reaches strings 6 and 5 only'));
  test('a span past the hand is given in mm', () => {
    const mm = Math.round(fretSpanMm(neck, 1, 4));
    expect(why('x14xxx', '-12---')[0]).toBe(`fingers 1 and 2 would be ${mm} mm apart, more than 70`);
    expect(fingerGrip(frets('1xxxx7'), neck, mediumHand)).toBeUndefined();
  });
});

describe('from grip to grip', () => {
  const held = (grip: string, fingers: string) =>
    fingerings(frets(grip), neck, mediumHand, fingersOf(fingers)).find(
      (each) => shown(each.fingers) === fingers,
    )!;
  const kinds = (from: [string, string], to: [string, string]) =>
    gripChange(held(...from), held(...to), neck).moves.map(({ finger, kind }) => `${finger} ${kind}`);
  test('C to Am: fingers 1 and 2 stay, 3 moves (common practice)', () =>
    expect(kinds(['x32010', '-32-1-'], ['x02210', '--231-'])).toEqual(['1 stays', '2 stays', '3 moves']));
  test('a D shape two frets toward the body slides every finger', () =>
    expect(kinds(['xx0232', '---132'], ['xx0454', '---132'])).toEqual(['1 slides', '2 slides', '3 slides']));
  test('E to Em: finger 1 lifts; back, it lands', () => {
    expect(kinds(['022100', '-231--'], ['022000', '-23---'])).toEqual(['1 lifts', '2 stays', '3 stays']);
    expect(kinds(['022000', '-23---'], ['022100', '-231--'])[0]).toBe('1 lands');
  });
  test('a slide from fret 2 to 4 travels the length of neck between them', () => {
    const { moves } = gripChange(held('xx2xxx', '--1---'), held('xx4xxx', '--1---'), neck);
    expect(moves[0]!.travelMm).toBeGreaterThanOrEqual(fretSpanMm(neck, 2, 4));
    expect(moves[0]!.travelMm).toBeLessThan(fretSpanMm(neck, 2, 4) + 1);
  });
  test('the fingers of a sequence cost what the cheapest of all combinations costs', () => {
    const playable = anyGrip.filter((grip) => fingerGrip(grip, neck, mediumHand) !== undefined);
    fc.assert(
      fc.property(fc.array(playable, { minLength: 1, maxLength: 3 }), (grips) => {
        const total = (held: readonly FingeredGrip[]) =>
          held.reduce(
            (sum, each, index) =>
              sum + each.costMm + (index > 0 ? gripChange(held[index - 1]!, each, neck).costMm / 2 : 0),
            0,
          );
        // No shape is held much harder than it must be, and one shape is held one way.
        const choices = grips.map((grip) => {
          const all = fingerings(grip, neck, mediumHand);
          return all.filter(({ costMm }) => costMm <= all[0]!.costMm + 3);
        });
        const shapeOf = ({ frets: grip }: FingeredGrip) => {
          const pressed = grip.filter((fret) => fret !== null && fret > 0).map(Number);
          const lowest = Math.min(...pressed);
          // One pressed string is no shape that moves, and an open string is none that is pressed.
          return pressed.length === 1 ? grip.join() : grip.map((fret) => fret && fret - lowest + 1).join();
        };
        const isOneWay = (held: readonly FingeredGrip[]) =>
          held.every((each, index) =>
            held
              .slice(0, index)
              .every(
                (other) => shapeOf(other) !== shapeOf(each) || other.fingers.join() === each.fingers.join(),
              ),
          );
        const every = choices.reduce<(typeof choices)[number][]>(
          (all, each) => all.flatMap((before) => each.map((grip) => [...before, grip])),
          [[]],
        );
        const chosen = fingerSequence(
          grips.map((grip) => ({ frets: grip })),
          neck,
          mediumHand,
        ).map((each) => each!);
        expect(isOneWay(chosen)).toBe(true);
        expect(total(chosen)).toBeCloseTo(Math.min(...every.filter(isOneWay).map(total)), 6);
      }),
      { numRuns: 60 },
    );
  });
  test('a grip that no hand holds breaks the chain and leaves the others fingered', () => {
    const chosen = fingerSequence(
      ['022100', '1xxxx7', '022100'].map((grip) => ({ frets: frets(grip) })),
      neck,
      mediumHand,
    );
    expect(chosen.map((each) => shown(each?.fingers))).toEqual(['-231--', undefined, '-231--']);
  });
});
