import { describe, expect, test } from 'vitest';
import { fretsText } from '../shapes/index.ts';
import { dataSetShapes } from '../testing/chords-db.ts';
import { fingerGrip, judgeFingers, mediumHand } from './index.ts';

const neck = { scaleMm: 650, capo: 0 };
const judged = dataSetShapes.map((shape) => ({
  ...shape,
  illegal: judgeFingers(shape.frets, shape.fingers, neck, mediumHand).illegal,
}));
const shown = ({ frets, fingers }: (typeof judged)[number]) =>
  `${fretsText(frets)} ${fingers.map((finger) => finger ?? '-').join('')}`;
const refusedFor = (...rules: string[]) =>
  judged
    .filter(({ illegal }) => illegal.length > 0 && illegal.every(({ rule }) => rules.includes(rule)))
    .map(shown)
    .sort();

/**
 * Judged by the open data set `@tombatossals/chords-db` 0.5.1. Every fingering the model refuses is listed with the reason;
 * all others must be legal.
 */
describe('fingerings of the open chord data set', () => {
  test('it holds more than 2,000 shapes', () => expect(dataSetShapes.length).toBeGreaterThan(2000));

  test('slips of the data set: a pressed string has no finger, or one finger is at two frets', () =>
    expect(
      judged
        .filter(({ illegal }) => illegal.some(({ rule }) => rule === 'unheld' || rule === 'two-places'))
        .map(shown)
        .sort(),
    ).toMatchInlineSnapshot(`
      [
        "11-10-11-10-10-11 12-3-4",
        "11-9-10-10-9-9 4123--",
        "68x786 13-24-",
        "9-12-11-10-9-9 -43211",
        "96689x -1--2-",
        "9x6679 2---14",
        "x-10-8-x-8-9 -12-3-",
        "x-9-10-11-11-9 -1234-",
        "x25243 --2113",
        "x41311 -423-1",
        "x67686 -1213-",
        "x67786 -1224-",
        "x97788 -11211",
      ]
    `));

  test('slips of the data set: a finger lies over a string that is to sound open or from a lower fret', () =>
    expect(
      judged
        .filter(
          ({ illegal }) =>
            illegal.some(({ rule }) => rule.startsWith('covers')) &&
            !illegal.some(({ rule }) => rule === 'unheld' || rule === 'two-places'),
        )
        .map(shown)
        .sort(),
    ).toMatchInlineSnapshot(`
      [
        "12-14-14-x-12-14 134-14",
        "13-12-13-0-0-13 212--3",
        "322232 311131",
        "76808x 213-3-",
        "8-10-8-7-8-10 131214",
        "x-11-9-11-11-9 -31341",
        "x-14-12-15-14-x -3143-",
        "x32233 -31134",
        "x42542 -31431",
        "x64764 -31431",
      ]
    `));

  test('fingers that cross: most are slips; at one fret (3x2… held 3-2 beside 1) a rare grip the model leaves out', () =>
    expect(refusedFor('crossing', 'span')).toMatchInlineSnapshot(`
      [
        "032030 -23-4-",
        "301001 3-2--1",
        "312010 423-1-",
        "320002 32---1",
        "53x43x 31-42-",
        "x-7-10-9-9-x -3211-",
        "x31013 -32-14",
        "x5464x -2143-",
        "xx4555 --2111",
      ]
    `));

  test('barres bent back so far that the thinner strings ring: the model allows three strings', () =>
    expect(refusedFor('lifted-barre')).toMatchInlineSnapshot(`
      [
        "122100 1231--",
        "212110 21311-",
      ]
    `));

  test('nothing else is refused: 98.3 % of all shapes, and every one not listed above, are legal', () => {
    const refused = judged.filter(({ illegal }) => illegal.length > 0);
    expect(refused).toHaveLength(34);
    expect(refused.every(({ illegal }) => illegal.some(({ rule }) => rule !== 'span'))).toBe(true);
  });

  const compared = judged
    .filter(({ illegal }) => illegal.length === 0)
    .map(({ frets, fingers }) => ({
      frets,
      theirs: fingers,
      ours: fingerGrip(frets, neck, mediumHand)!.fingers,
    }));
  const share = (isRight: (each: (typeof compared)[number], string: number) => boolean) => {
    let [agreed, pressed] = [0, 0];
    for (const each of compared)
      each.theirs.forEach((finger, string) => {
        if (finger === null) return;
        pressed += 1;
        if (isRight(each, string)) agreed += 1;
      });
    expect(pressed).toBeGreaterThan(6000);
    return agreed / pressed;
  };

  test('94 of 100 pressed notes get the data set’s finger', () =>
    expect(share(({ theirs, ours }, string) => theirs[string] === ours[string])).toBeGreaterThan(0.945));

  /** Strings at one fret: one finger lies over them in the one way, each has its own in the other; or 3 stands for 4 at the top. */
  const areEqualToATeacher = (a: readonly unknown[], b: readonly unknown[]) => {
    const [oneOfA, oneOfB] = [new Set(a).size, new Set(b).size];
    const sharesInOne = (oneOfA === 1) !== (oneOfB === 1) && Math.max(oneOfA, oneOfB) > 1;
    const isTop =
      oneOfA === 1 && oneOfB === 1 && [...a, ...b].every((finger) => finger === 3 || finger === 4);
    return sharesInOne || isTop;
  };
  test('95 do when what is equal to a teacher counts: a barre or a finger for each string at its fret, 3 or 4 alone at the top', () =>
    expect(
      share(({ frets, theirs, ours }, string) => {
        if (theirs[string] === ours[string]) return true;
        const there = frets.flatMap((fret, other) => (fret === frets[string] ? [other] : []));
        return areEqualToATeacher(
          there.map((other) => theirs[other]),
          there.map((other) => ours[other]),
        );
      }),
    ).toBeGreaterThan(0.95));
});
