import { describe, expect, test } from 'vitest';
import { mediumHand, type Hand } from '../hands/index.ts';
import { applyRemedy, letStand, type Study } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { checkStudy, checkWithFingers } from './index.ts';

const check = (bars: readonly string[], over: Partial<Study> = {}, hand: Partial<Hand> = {}) =>
  checkStudy(written(bars, over), { hand: { ...mediumHand, ...hand } });
const codes = (bars: readonly string[], over: Partial<Study> = {}) =>
  check(bars, over).map(({ code }) => code);

describe('what will not work, found before a student meets it', () => {
  test.each<[string, readonly string[], Partial<Study>]>([
    ['reach', ['t6:1@1/2 m1:5@1/2'], {}],
    ['quick-shift', ['m1:1@1/0.5 m1:9@1.5/0.5'], { tempoBpm: 120 }],
    ['finger-not-free', ['t6:1@1/2 m1:12@1/2'], {}],
    ['open-string-muted', ['m3:2@1/1f1 t4:2@1/1f1 m2:0@1/1'], {}],
    ['note-cut', ['t3:2@1/2 m3:0@2/1'], {}],
    ['string-clash', ['t3:2@1 m3:0@1/1'], {}],
    ['pull-off-without-source', ['m1:3@1/1 m1:1@3/1p'], {}],
    ['hammer-on-without-source', ['m1:3@1/1 m1:1@2/1h'], {}],
    ['slide-without-source', ['m1:3@1/1 m1:3@2/1s'], {}],
    ['hard-bend', ['m1:1@1/1b'], {}],
    ['hard-bend', ['m1:0@1/1b'], {}],
    ['same-finger-twice', ['m1:0@1/0.5=i m2:0@1.5/0.5=i'], { tempoBpm: 160 }],
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

  test.each<[string, readonly string[], Partial<Study>]>([
    ['finger-not-free', ['t6:1@1/2 m1:12@1/2'], {}],
    ['note-cut', ['t3:2@1/2 m3:0@2/1'], {}],
    ['string-clash', ['t3:2@1 m3:0@1/1'], {}],
    ['hammer-on-without-source', ['m1:3@1/1 m1:1@2/1h'], {}],
    ['hard-bend', ['m1:1@1/1b'], {}],
    ['same-finger-twice', ['m1:0@1/0.5=i m2:0@1.5/0.5=i'], { tempoBpm: 160 }],
    ['pinch-too-wide', ['t6:0@1 m3:0@1/1 m1:0@1/1'], { pickingSchool: 'i' }],
    ['bar-too-full', ['m1:0@4/2'], {}],
    ['notes-overlap', ['m1:0@1/2 m2:0@2/1'], {}],
    [
      'mark-missing-arrival',
      ['m2:1@1/1 m2:3@2/1h m1:0@3/1 m1:3@4/1', 'm2:1@1/1 m2:3@2/1 m1:0@3/1 m1:3@4/1'],
      {},
    ],
  ])('each remedy of %s mends it', (code, bars, over) => {
    const study = written(bars, over);
    const found = checkStudy(study).find((finding) => finding.code === code);
    for (const remedy of found!.remedies!)
      expect(
        checkStudy(applyRemedy(study, remedy)).map((finding) => finding.code),
        remedy.words,
      ).not.toContain(code);
  });

  test('an easy bar has nothing to mend', () =>
    expect(codes(['[x32010] t5:3@1 m1:0@1/0.5 m2:1@1.5/0.5 t4:2@2 t5:3@3 m1:3@3/1 t4:2@4'])).toEqual([]));

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
  const study = written(['t3:2@1/2 m3:0@2/1']);
  const [finding] = checkStudy(study);
  test('what stands is remembered with the piece and is no longer asked', () => {
    const kept = letStand(study, finding!, true);
    expect(kept.letStand).toEqual([{ code: 'note-cut', bar: 1, beat: 2, string: 3 }]);
    const { open, standing } = checkWithFingers(kept);
    expect(open).toEqual([]);
    expect(standing.map(({ code }) => code)).toEqual(['note-cut']);
  });
  test('twice is once, and asking again brings it back', () => {
    const kept = letStand(letStand(study, finding!, true), finding!, true);
    expect(kept.letStand).toHaveLength(1);
    expect(letStand(kept, finding!, false)).toEqual(study);
  });
});
