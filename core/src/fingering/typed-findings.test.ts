import { describe, expect, test } from 'vitest';
import { checkScore } from '../checking/index.ts';
import { applyRemedy, type PlacedGrip, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { fingerScore } from './index.ts';

/** A bar in short writing whose grip has fingers of its own. */
function withFingers(text: string, fingers: PlacedGrip['fingers']): Score {
  const score = written([text]);
  return {
    ...score,
    bars: score.bars.map((bar) => ({ ...bar, grips: bar.grips.map((grip) => ({ ...grip, fingers })) })),
  };
}
const said = (score: Score) => checkScore(score).map(({ message }) => message);

describe('what the teacher typed and no hand can do is named with its conflict', () => {
  test.each<[string, RegExp]>([
    [
      'm5:3@1/1f2 m1:5@1/1f2',
      /^String 1, fret 5 cannot have finger 2 as typed: finger 2 would be at frets 3 and 5$/,
    ],
    ['m3:2@1/1f3 m2:4@1/1f1', /as typed: fingers 1 and 3 would cross$/],
    ['m3:1@1/1f1 m2:9@1/1f4', /as typed: fingers 1 and 4 would be \d+ mm apart, more than 130$/],
    ['m4:2@1/1fT', /as typed: the thumb reaches strings 6 and 5 only$/],
    ['m1:1@1/1f3 m1:3@2/1hf1', /as typed: a hammer-on comes down with a finger above/],
    ['m1:3@1/1f1 m1:1@2/1pf2', /^Nothing can lie at fret 1 of string 1 with finger 2 as typed behind fret 3/],
  ])('%s', (text, message) => {
    const score = written([text]);
    const found = checkScore(score).find((each) => message.test(each.message));
    expect(found, said(score).join('\n')).toBeDefined();
    for (const remedy of found!.remedies!)
      expect(said(applyRemedy(score, remedy)), remedy.words).not.toContain(found!.message);
  });
});

describe('fingers typed for a grip', () => {
  const text = '[x32010] t5:3@1 m2:1@1 t4:2@2';
  test('take its notes, however odd they are', () => {
    const fingered = fingerScore(withFingers(text, [null, 4, 3, null, 2, null]));
    expect(fingered.moments.flatMap(({ notes }) => notes.map(({ finger }) => finger))).toEqual([4, 2, 3]);
  });
  test('that no hand can hold are named, and can be left to Jocund', () => {
    const score = withFingers(text, [null, 1, 2, null, 3, null]);
    const found = checkScore(score).find(({ code }) => code === 'grip-fingers')!;
    expect(found.message).toBe(
      'The fingers -12-3- typed for x32010 cannot be held: fingers 1 and 2 would cross',
    );
    expect(said(applyRemedy(score, found.remedies![0]!))).toEqual([]);
  });
  test('and other ones typed for a note of it are two wishes: one has to go', () => {
    const score = withFingers(text.replace('t5:3@1', 't5:3@1f2'), [null, 3, 2, null, 1, null]);
    const found = checkScore(score).find(({ code }) => code === 'typed-twice')!;
    expect(found.message).toMatch(/^Finger 2 is typed for string 5, fret 3, and finger 3/);
    expect(said(applyRemedy(score, found.remedies![0]!))).toEqual([]);
  });
});
