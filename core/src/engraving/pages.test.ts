import { describe, expect, test } from 'vitest';
import { anchors, gradeScore } from '../grading/index.ts';
import { withSigns } from '../pitch/index.ts';
import { setSection, type Score } from '../score/index.ts';
import { parseTuning } from '../instrument/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { layPages, type Page, type SheetHolds } from './index.ts';

const bar = '[x32010] t5:3@1 m1:0@1 t4:2@2 m2:1@2.5 t5:3@3 m1:3@3 t4:2@4 m1:0@4.5';
const pieceOf = (bars: number): Score => written(Array.from({ length: bars }, () => bar));
const lay = (score: Score, holds: SheetHolds = {}, paper: 'a4' | 'letter' = 'a4'): Page[] =>
  layPages(score, {
    shown: withSigns,
    leftHanded: false,
    signs: { picking: true, fretting: true },
    fingers: undefined,
    paper,
    student: '',
    holds,
  });
/** Every text of a page with its size in points (1/72 inch). */
const textsOf = ({ parts, unitMm }: Page) =>
  parts.flatMap(({ shapes, scale }) =>
    shapes.flatMap((shape) =>
      shape.kind === 'text'
        ? [{ text: shape.text, face: shape.face, pt: (shape.size * scale * unitMm * 72) / 25.4 }]
        : [],
    ),
  );
const wordsOf = (pages: readonly Page[]): string[] => pages.flatMap(textsOf).map(({ text }) => text);
/** Fret digits are the only figures in the serif face on plates. */
const smallestDigit = (pages: readonly Page[]): number =>
  Math.min(
    ...pages
      .flatMap(textsOf)
      .flatMap(({ text, face, pt }) => (/^(\d{1,2}|×)$/.test(text) && face === 'serif' ? [pt] : [])),
  );

describe('type', () => {
  const long = pieceOf(48);
  test.each([
    ['a short piece', pieceOf(4), 10.9],
    ['a long piece', long, 8.99],
    ['every anchor study', undefined, 8.99],
  ])('fret digits of %s have nine points at least, more where there is room', (_, score, least) => {
    for (const each of score ? [score] : anchors.map((anchor) => anchor.score))
      for (const paper of ['a4', 'letter'] as const)
        expect(smallestDigit(lay(each, {}, paper)), each.title).toBeGreaterThan(least);
  });
  test('large print has twelve', () => expect(smallestDigit(lay(long, { large: true }))).toBeCloseTo(12, 1));
  test('no word or sign is smaller than five and a half points', () => {
    const all = lay(long, { grips: true, practice: true, words: 'why', comments: true }).flatMap(textsOf);
    expect(Math.min(...all.map(({ pt }) => pt))).toBeGreaterThan(5.5);
  });
  test('larger type never costs a page', () => {
    for (const bars of [1, 4, 8, 12, 16, 20, 24]) {
      const pages = lay(pieceOf(bars));
      const units = new Set(pages.map(({ unitMm }) => unitMm));
      expect(units.size).toBe(1);
      if (bars <= 8) expect(pages).toHaveLength(1);
    }
  });
});

describe('what a sheet holds', () => {
  test('the grade that the studio gives it, else the one that is measured', () => {
    const graded = (grade?: number) =>
      wordsOf(
        layPages(pieceOf(4), {
          shown: withSigns,
          leftHanded: false,
          signs: { picking: true, fretting: true },
          paper: 'a4',
          student: '',
          grade,
        }),
      ).find((each) => each.endsWith(' of 8'));
    expect(graded(7)).toBe('7 of 8');
    expect(graded()).toBe(`${gradeScore(pieceOf(4)).grade} of 8`);
  });
  const score = setSection(pieceOf(8), 4, { id: 'b', name: 'Second' });
  test('grips once each, with the finger on every pressed string', () => {
    const [plain, withGrips] = [wordsOf(lay(score)), wordsOf(lay(score, { grips: true }))];
    expect(plain).not.toContain('Grips');
    expect(withGrips).toContain('Grips');
    const added = withGrips.length - plain.length;
    expect(added).toBe(['Grips', 'C', '3', '2', '1'].length);
  });
  test('the way from standard tuning, each turn with what to match it to; none for a piece that is in it', () => {
    const dropped = {
      ...pieceOf(4),
      tuning: { name: 'Drop D', pitches: [...valueOf(parseTuning('drop-d')).pitches] },
    };
    const words = wordsOf(lay(dropped, { tuning: true }));
    expect(words).toContain('Tune it, from standard');
    expect(words).toContain('string 6 down from E2 to D2');
    expect(words).toContain('string 6 open an octave from string 4 open');
    expect(wordsOf(lay(pieceOf(4), { tuning: true }))).not.toContain('Tune it, from standard');
  });
  test('the song: words with chords over them, sections that are sung alike once, and how a bar is struck', () => {
    const sung = pieceOf(4);
    const bars = sung.bars.map((each, index) => ({
      ...each,
      sung:
        index < 2
          ? [
              { tick: 0, text: 'riv-' },
              { tick: 960, text: 'er' },
            ]
          : [],
    }));
    const words = wordsOf(lay({ ...sung, bars }, { song: true }));
    expect(words.filter((each) => each === 'river')).toHaveLength(2);
    expect(words).toContain('The piece');
    expect(words).toContain('The picking hand, in most bars');
    expect(words).toContain('thumb');
    const twice = setSection(setSection(pieceOf(8), 0, { id: 'a', name: 'Verse' }), 4, {
      id: 'b',
      name: 'Again',
    });
    const named = wordsOf(lay(twice, { song: true }));
    expect(named.filter((each) => each === 'Verse').length).toBeGreaterThan(1);
    expect(named.filter((each) => each === 'Again')).toHaveLength(1);
  });
  test('a table with a row for each phrase and a tempo for each step', () => {
    const words = wordsOf(lay(score, { practice: true }));
    expect(words).toEqual(expect.arrayContaining(['bars 1–4', 'bars 5–8', 'all of it', '♩ 48', '♩ 80']));
  });
  test('the piece in words, at two depths, in English and German', () => {
    const told = (words: 'do' | 'why', language: 'english' | 'german' = 'english') =>
      wordsOf(
        layPages(score, {
          shown: withSigns,
          leftHanded: false,
          signs: { picking: true, fretting: true },
          paper: 'a4',
          student: '',
          holds: { words },
          language,
        }),
      );
    expect(told('do').some((each) => each.startsWith('Bar 1: Hold C'))).toBe(true);
    expect(told('why').length).toBeGreaterThan(told('do').length);
    expect(told('do', 'german').some((each) => each.startsWith('Takt 1'))).toBe(true);
  });
});

describe('the legend', () => {
  const legend = (score: Score) => wordsOf(lay(score)).join(' ');
  test('lists the signs that the sheet uses, and no other', () => {
    const plain = legend(written(['m1:0@1 m1:3@2']));
    expect(plain).toContain('Circle: melody.');
    for (const unused of ['Square', 'Joined by a bar', 'hammer-on', 'repeat'])
      expect(plain).not.toContain(unused);
    const marked = written(['t5:3@1 m1:0@1 m1:3@1.5h m1:0@2p m2:3@3b m2:0@4x']);
    const full = legend({ ...marked, bars: [{ ...marked.bars[0]!, repeatTimes: 2 }] });
    for (const used of [
      'Square: thumb',
      'Joined by a bar',
      'hammer-on',
      'pull-off',
      'bend,',
      'muted stroke',
      'repeat',
    ])
      expect(full).toContain(used);
  });
  test('the caution stands on every sheet', () =>
    expect(legend(written(['m1:0@1']))).toContain('stop if anything hurts, tingles or goes numb'));
});

test('a phrase that a page holds is not parted over two', () => {
  for (const count of [8, 12, 20, 32, 48])
    for (const holds of [{}, { large: true }, { grips: true }]) {
      const piece = pieceOf(count);
      const sung = piece.bars.map((each, index) => ({ ...each, sung: [{ tick: 0, text: `b${index + 1}` }] }));
      const byPage = lay({ ...piece, bars: sung }, holds).map((page) =>
        textsOf(page).flatMap(({ text }) => (/^b\d+$/.test(text) ? [Number(text.slice(1))] : [])),
      );
      expect(byPage.flat()).toEqual(sung.map((_, index) => index + 1));
      for (const [first] of byPage)
        if (first !== undefined) expect((first - 1) % 4, byPage.join(' | ')).toBe(0);
    }
});

describe('several pieces on one sheet', () => {
  const other: Score = { ...pieceOf(4), title: 'Second', capo: 3, tempoBpm: 132 };
  const sheet = (also: readonly Score[], holds: SheetHolds = {}) =>
    layPages(
      { ...pieceOf(4), title: 'First' },
      {
        shown: withSigns,
        leftHanded: false,
        signs: { picking: true, fretting: true },
        paper: 'a4',
        student: '',
        holds,
        also: also.map((score) => ({ score })),
      },
    );
  test('each under its own head, with its own capo and tempo; one legend at the end', () => {
    const words = wordsOf(sheet([other]));
    for (const said of ['First', 'Second', '3', '♩ 132']) expect(words).toContain(said);
    expect(words.join(' ')).toContain('frets count from the capo of each piece');
    expect(words).toContain('First and 1 more');
    expect(words.join(' ').match(/Rest every 20 minutes/g)).toHaveLength(1);
  });
  test('a head is not left behind at the foot of a page', () => {
    for (let count = 1; count <= 6; count += 1)
      for (const { parts } of sheet(Array.from({ length: count }, () => other)))
        expect(parts.filter(({ role }) => role !== 'foot').at(-1)?.role).not.toBe('title');
  });
  test('the second is tuned from the first', () => {
    const dropped = {
      ...other,
      tuning: { name: 'Drop D', pitches: [...valueOf(parseTuning('drop-d')).pitches] },
    };
    const words = wordsOf(sheet([dropped, other], { tuning: true }));
    expect(words).toContain('string 6 down from E2 to D2');
    expect(words).toContain('Tune it, from Drop D');
    expect(words).toContain('string 6 up from D2 to E2');
  });
  test('alone, nothing of it is said', () => expect(wordsOf(sheet([]))).not.toContain('First and 0 more'));
});
