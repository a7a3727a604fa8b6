import { describe, expect, test } from 'vitest';
import type { Score } from '../score/index.ts';
import { applyThumb } from '../thumb/index.ts';
import { written } from '../testing/written.ts';
import { checkStyle, evidenceOf, stepWords, takeStep } from './index.ts';

/** Thumps on one damped string, swung, a little different each time. */
const thump = (third: string, over: Partial<Score> = {}) =>
  written(
    [1, 2, 3, 4].flatMap(() => [
      `[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/0.5 m1:3@1.5/0.5 m1:0@2 ${third}@3/2`,
      '[x02020] t5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:0@1/0.5 m1:3@1.5/0.5 m1:0@2 m2:2@3/2',
    ]),
    { key: { tonic: 'E', mode: 'major' }, bassEnding: 'palm-damped', swingPercent: 64, ...over },
  );
const own = ['m2:0', 'm2:3', 'm3:1', 'm1:0'].map((third) => evidenceOf(thump(third)));
/** The same tune over two ringing strings, straight. */
const stranger = applyThumb({
  ...thump('m2:0', { bassEnding: 'let-ring', swingPercent: 50, thumbPattern: 'two-string' }),
  bars: thump('m2:0').bars.map(({ thumbPattern: _, ...bar }) => ({
    ...bar,
    notes: bar.notes.filter(({ voice }) => voice === 'melody'),
  })),
});
const pool = [...own, evidenceOf(stranger)];

describe('a piece held against a player', () => {
  test('one in the manner lies within the player’s own spread and strays in nothing', () => {
    const check = checkStyle(thump('m2:3'), own, { pool });
    expect(check.distance).toBeLessThanOrEqual(check.own!.furthest);
    expect(check.own!.nearest).toBeLessThanOrEqual(check.own!.furthest);
    expect(check.strays).toEqual([]);
  });
  test('one that is not says in what, where, and what would bring it nearer', () => {
    const check = checkStyle(stranger, own, { pool });
    expect(check.distance).toBeGreaterThan(check.own!.furthest);
    const kind = check.strays.find(({ trait }) => trait.id === 'thumb-kind')!;
    expect(kind.here.values[0]?.name).toBe('two strings in turn');
    expect(kind.theirs.values[0]?.name).toBe('one string');
    expect(kind.bars).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(kind.step).toEqual({ kind: 'thumb', pattern: 'one-string' });
    const ids = check.strays.map(({ trait }) => trait.id);
    expect(ids).toContain('thumb-ending');
    expect(ids).toContain('swing');
    for (const setting of ['key', 'capo', 'tuning', 'tempo']) expect(ids).not.toContain(setting);
  });
  test('every step brings it nearer, and all of them into the player’s own spread', () => {
    let score = stranger;
    let distance = checkStyle(score, own, { pool }).distance;
    const steps = checkStyle(score, own, { pool }).strays.flatMap(({ step }) => step ?? []);
    expect(steps.map(({ kind }) => kind).sort()).toEqual(['bass-ending', 'swing', 'thumb']);
    for (const step of steps) {
      score = takeStep(score, step);
      const next = checkStyle(score, own, { pool }).distance;
      expect(next).toBeLessThan(distance);
      distance = next;
    }
    expect(distance).toBeLessThanOrEqual(checkStyle(score, own, { pool }).own!.furthest + 1e-9);
  });
  test('two pieces are no spread', () => {
    expect(checkStyle(stranger, own.slice(0, 2), { pool }).own).toBeUndefined();
  });
});

test('steps in words; a thumb laid by hand stays', () => {
  expect(stepWords({ kind: 'swing', percent: 64 })).toBe('Swing 64:36');
  expect(stepWords({ kind: 'bass-ending', ending: 'palm-damped' })).toBe('Bass under the palm');
  expect(stepWords({ kind: 'thumb', pattern: 'one-string' })).toBe('Thumb: one-string thump');
  const byHand = thump('m2:0');
  const after = takeStep(byHand, { kind: 'thumb', pattern: 'two-string' });
  expect(after.bars.map(({ notes }) => notes)).toEqual(byHand.bars.map(({ notes }) => notes));
});
