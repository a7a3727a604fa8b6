import { describe, expect, test } from 'vitest';
import { mediumHand, type Hand } from '../hands/index.ts';
import { withIds } from '../score/document/index.ts';
import { applyRemedy, insertBarAfter, letStand, removeBar, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { checkScore, checkWithFingers } from './index.ts';

const check = (bars: readonly string[], over: Partial<Score> = {}, hand: Partial<Hand> = {}) =>
  checkScore(written(bars, over), { hand: { ...mediumHand, ...hand } });
const codes = (bars: readonly string[], over: Partial<Score> = {}) =>
  check(bars, over).map(({ code }) => code);

describe('what will not work, found before a student meets it', () => {
  test.each<[string, readonly string[], Partial<Score>]>([
    ['reach', ['t6:1@1/2 m1:5@1/2'], {}],
    ['quick-shift', ['m1:1@1/0.5 m1:12@1.5/0.5'], { tempoBpm: 120 }],
    ['finger-not-free', ['t6:1@1/2 m1:12@1/2'], {}],
    ['open-string-muted', ['m3:2@1/1f1 t4:2@1/1f1 m2:0@1/1'], {}],
    ['note-cut', ['t3:2@1/2 m3:0@2/1'], {}],
    ['string-clash', ['t3:2@1 m3:0@1/1'], {}],
    ['pull-off-without-source', ['m1:3@1/1 m1:1@3/1p'], {}],
    ['hammer-on-without-source', ['m1:3@1/1 m1:1@2/1h'], {}],
    ['slide-without-source', ['m1:3@1/1 m1:3@2/1s'], {}],
    ['hard-bend', ['m1:1@1/1B'], {}],
    ['hard-bend', ['m1:0@1/1b'], {}],
    ['same-finger-twice', ['m2:0@1/0.5=i m1:0@1.5/0.5=i'], { tempoBpm: 160 }],
    ['pinch-too-wide', ['t6:0@1 m3:0@1/1 m1:0@1/1'], { pickingSchool: 'i' }],
    ['thumb-stumbles', ['t6:0@1/0.25 t4:0@1.25/0.75'], { tempoBpm: 120 }],
    ['bar-too-full', ['m1:0@4/2'], {}],
    ['notes-overlap', ['m1:0@1/2 m2:0@2/1'], {}],
    [
      'mark-missing-arrival',
      ['m2:1@1/1 m2:3@2/1h m1:0@3/1 m1:3@4/1', 'm2:1@1/1 m2:3@2/1 m1:0@3/1 m1:3@4/1'],
      {},
    ],
    ['length-missing', ['m1:0@1/0.0333'], {}],
  ])('%s', (code, bars, over) => {
    const found = check(bars, over).find((finding) => finding.code === code);
    expect(found, codes(bars, over).join()).toBeDefined();
    expect(found!.message.length).toBeGreaterThan(10);
    expect(found!.remedy.length).toBeGreaterThan(5);
    expect(found!.remedies!.length).toBeGreaterThan(0);
  });

  test.each<[string, readonly string[], Partial<Score>]>([
    ['finger-not-free', ['t6:1@1/2 m1:12@1/2'], {}],
    ['note-cut', ['t3:2@1/2 m3:0@2/1'], {}],
    ['string-clash', ['t3:2@1 m3:0@1/1'], {}],
    ['hammer-on-without-source', ['m1:3@1/1 m1:1@2/1h'], {}],
    ['hard-bend', ['m1:1@1/1B'], {}],
    ['same-finger-twice', ['m2:0@1/0.5=i m1:0@1.5/0.5=i'], { tempoBpm: 160 }],
    ['pinch-too-wide', ['t6:0@1 m3:0@1/1 m1:0@1/1'], { pickingSchool: 'i' }],
    ['bar-too-full', ['m1:0@4/2'], {}],
    ['notes-overlap', ['m1:0@1/2 m2:0@2/1'], {}],
    [
      'mark-missing-arrival',
      ['m2:1@1/1 m2:3@2/1h m1:0@3/1 m1:3@4/1', 'm2:1@1/1 m2:3@2/1 m1:0@3/1 m1:3@4/1'],
      {},
    ],
  ])('each remedy of %s mends it', (code, bars, over) => {
    const score = written(bars, over);
    const found = checkScore(score).find((finding) => finding.code === code);
    for (const remedy of found!.remedies!)
      expect(
        checkScore(applyRemedy(score, remedy)).map((finding) => finding.code),
        remedy.words,
      ).not.toContain(code);
  });

  test('a run with a pick is no stumble, a leap of it is', () => {
    const run = 'm1:0@1/0.25 m1:2@1.25/0.25 m1:3@1.5/0.25 m2:5@1.75/0.25';
    const pick = { tempoBpm: 120, pickingSchool: 'pick' } as const;
    expect(codes([run], pick)).toEqual([]);
    expect(check(['t6:0@1/0.25 t4:0@1.25/0.75'], pick).map(({ message }) => message)).toEqual([
      'The pick has 125 ms from string 6 to string 4 at ♩ 120',
    ]);
  });
  test('an easy bar has nothing to mend', () =>
    expect(codes(['[x32010] t5:3@1 m1:0@1/0.5 m2:1@1.5/0.5 t4:2@2 t5:3@3 m1:3@3/1 t4:2@4'])).toEqual([]));

  test('a quarter tone is bent anywhere, a whole step near the nut only on a slack string (common practice)', () => {
    expect(codes(['m1:1@1/1b', 'm4:3@1/1b'])).not.toContain('hard-bend');
    expect(codes(['m2:2@1/1B'])).toContain('hard-bend');
    const slack = { tuning: { name: 'Low', pitches: ['E2', 'A2', 'D3', 'G3', 'A3', 'D4'] } };
    expect(codes(['m2:2@1/1B'], slack)).not.toContain('hard-bend');
  });
  test('a slide is no quick shift: its finger leads the hand', () =>
    expect(codes(['m1:2@1/0.5 m1:9@1.5/0.5s'], { tempoBpm: 120 })).not.toContain('quick-shift'));

  test('the words name place, fingers and millimetres', () => {
    const [reach] = check(['t6:1@1/2 m1:5@1/2']).filter(({ code }) => code === 'reach');
    expect(reach).toMatchObject({ bar: 1, beat: 1, severity: 'warning' });
    expect(reach!.message).toMatch(
      /^Fingers \d and \d are 1\d\d mm apart, at frets 1 and 5; a medium hand reaches 130$/,
    );
  });

  test('a small hand meets a stretch that a large one does not', () => {
    const bar = ['t5:2@1/2 m1:5@1/2'];
    expect(check(bar, {}, { size: 'small' }).length).toBeGreaterThanOrEqual(
      check(bar, {}, { size: 'large' }).length,
    );
    expect(check(['t5:1@1/2 m1:5@1/2'], {}, { size: 'small' }).map(({ code }) => code)).toContain(
      'finger-not-free',
    );
    expect(check(['t5:1@1/2 m1:5@1/2'], {}, { size: 'large' }).map(({ code }) => code)).not.toContain(
      'finger-not-free',
    );
  });
});

describe('let it stand', () => {
  const score = withIds(written(['t3:2@1/2 m3:0@2/1']), () => 'bar-1');
  const [finding] = checkScore(score);
  test('what stands is remembered with the piece and is no longer asked', () => {
    const kept = letStand(score, finding!, true);
    expect(kept.letStand).toEqual([{ code: 'note-cut', bar: 'bar-1', beat: 2, string: 3 }]);
    const { open, standing } = checkWithFingers(kept);
    expect(open).toEqual([]);
    expect(standing.map(({ code }) => code)).toEqual(['note-cut']);
  });
  test('twice is once, and asking again brings it back', () => {
    const kept = letStand(letStand(score, finding!, true), finding!, true);
    expect(kept.letStand).toHaveLength(1);
    expect(letStand(kept, finding!, false)).toEqual(score);
  });
  test('it stands wherever its bar goes, and nowhere else', () => {
    const kept = letStand(score, finding!, true);
    const longer = { ...kept, bars: [written(['m1:3@1/1']).bars[0]!, ...kept.bars] };
    expect(checkWithFingers(longer).open).toEqual([]);
    expect(checkWithFingers(longer).standing).toMatchObject([{ code: 'note-cut', bar: 2 }]);
    const again = { ...kept, bars: [...kept.bars, ...written(['t3:2@1/2 m3:0@2/1']).bars] };
    expect(checkWithFingers(again).open).toMatchObject([{ code: 'note-cut', bar: 2 }]);
  });
  test('what stood in a bar that is gone is forgotten with the next one let stand', () => {
    const two = insertBarAfter(letStand(score, finding!, true), 0);
    const gone = removeBar(two.ok ? withIds(two.value, () => 'fresh') : score, 0);
    expect(letStand(gone, { ...finding!, code: 'other' }, true).letStand).toMatchObject([{ code: 'other' }]);
  });
});
