import { describe, expect, test } from 'vitest';
import { checkScore } from '../../checking/index.ts';
import { mediumHand } from '../../hands/index.ts';
import { heardWholeMidi, isOnBeat, placedNotes, type Score } from '../../score/index.ts';
import { written } from '../../testing/written.ts';
import { evidenceOf, nearerMoves, varySteps, type VarySettings } from '../index.ts';

/** Eight bars of an alternating thumb with a plain tune in C. */
const verse = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m1:3@3/2',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/2 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/1 m2:3@2/1 m1:3@3/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:3@1/2 m1:0@3/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1 m1:1@2/1 m1:3@3/2',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m2:1@1/2 m1:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:3@1/2 m2:0@3/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/4',
  ],
  { title: 'Verse', key: { tonic: 'C', mode: 'major' }, bassEnding: 'let-ring', swingPercent: 50 },
);
/** The same player elsewhere: struck early over the beat, hammered, held notes struck again. */
const other = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1.5 m1:3@2.5/1.5',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/1 m1:3@2h m1:1@2.5 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/0.5 m2:1@1.5h m2:3@2/1 m1:3@3/1 m1:3@4/1',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/1 m2:1@2/1 m1:0@3/2',
  ],
  { title: 'Other', key: { tonic: 'C', mode: 'major' }, bassEnding: 'let-ring', swingPercent: 50 },
);
const player = [evidenceOf(other), evidenceOf({ ...other, title: 'Other again' })];
const pool = [...player, evidenceOf(verse)];

const finished = <T>(steps: Generator<number, T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThanOrEqual(1);
  }
};
const vary = (settings: Partial<VarySettings> = {}, first = 0, last = verse.bars.length - 1) =>
  finished(
    varySteps(verse, { first, last }, player, {
      hand: mediumHand,
      pool,
      share: 'half',
      seed: 1,
      ...settings,
    }),
  );
const changedIn = (score: Score) =>
  score.bars.flatMap((bar, index) => (bar === verse.bars[index] ? [] : [index]));
const errors = (score: Score) =>
  checkScore(score, { hand: mediumHand }).filter(({ severity }) => severity === 'error');

describe('a passage varied as a player would', () => {
  test.each([1, 2, 3, 4])('the tune on the beats, the chords and the last bar stay; seed %i', (seed) => {
    const varied = vary({ seed })!.score;
    expect(changedIn(varied)).not.toHaveLength(0);
    expect(varied.bars.at(-1)).toBe(verse.bars.at(-1));
    expect(varied.bars.map(({ grips }) => grips)).toEqual(verse.bars.map(({ grips }) => grips));
    const sounding = placedNotes(varied, 'melody');
    for (const { atTicks, bar, note } of placedNotes(verse, 'melody'))
      if (isOnBeat(verse.bars[bar]!.metre, note.tick))
        expect(
          sounding.some(
            (each) =>
              each.atTicks <= atTicks &&
              each.atTicks + each.note.durationTicks > atTicks &&
              heardWholeMidi(varied, each.note) === heardWholeMidi(verse, note),
          ),
          `bar ${bar + 1}, tick ${note.tick}`,
        ).toBe(true);
    expect(errors(varied)).toHaveLength(errors(verse).length);
  });
  test('a share of the bars, and none outside the passage', () => {
    expect(changedIn(vary({ share: 'little' })!.score).length).toBeLessThanOrEqual(2);
    expect(changedIn(vary({ share: 'much' })!.score).length).toBeGreaterThan(2);
    const part = changedIn(vary({ share: 'much' }, 2, 5)!.score);
    expect(part.every((bar) => bar >= 2 && bar < 5)).toBe(true);
    expect(part).not.toHaveLength(0);
  });
  test('another seed is another verse, the same seed the same', () => {
    expect(vary({ seed: 2 })).toEqual(vary({ seed: 2 }));
    const verses = new Set([1, 2, 3, 4, 5].map((seed) => JSON.stringify(vary({ seed })!.score.bars)));
    expect(verses.size).toBeGreaterThan(2);
  });
  test('no ornament that the player does not have', () => {
    const words = [1, 2, 3, 4, 5, 6].flatMap((seed) => vary({ seed, share: 'much' })!.choices);
    expect(words.some((line) => line.includes('hammer-on'))).toBe(true);
    expect(words.filter((line) => /mordent|slide|bent/.test(line))).toEqual([]);
  });
  test('where nothing is played there is nothing to vary', () => {
    const silent = { ...verse, bars: verse.bars.map((bar) => ({ ...bar, notes: [] })) };
    const settings = { hand: mediumHand, pool, share: 'half', seed: 1 } as const;
    expect(finished(varySteps(silent, { first: 0, last: 7 }, player, settings))).toBeUndefined();
  });
});

describe('changes that bring a piece nearer', () => {
  const ask = (score: Score, limit = 3) =>
    finished(nearerMoves(score, player, { hand: mediumHand, pool, limit }));
  test('each is told with its bars, and a hand can play it', () => {
    const found = ask(verse);
    expect(found.length).toBeGreaterThan(0);
    for (const { words, bars } of found) {
      expect(words).toMatch(/bars? \d/);
      const taken = {
        ...verse,
        bars: verse.bars.map((bar, place) => bars.find(({ index }) => index === place)?.bar ?? bar),
      };
      expect(changedIn(taken)).toEqual(bars.map(({ index }) => index));
      expect(errors(taken)).toHaveLength(errors(verse).length);
    }
    expect(ask(verse, 1)).toHaveLength(1);
  });
  test('bars that are alike change together', () => {
    const twice = { ...verse, bars: [...verse.bars.slice(0, 3), ...verse.bars] };
    const together = ask(twice, 10).filter(({ bars }) => bars.some(({ index }) => index < 3));
    expect(together.length).toBeGreaterThan(0);
    for (const { bars } of together) expect(bars.length).toBeGreaterThan(1);
  });
});
