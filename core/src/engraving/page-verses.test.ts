import { expect, test } from 'vitest';
import type { Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { drawStaff } from '../staff/index.ts';
import { layPages, type Page, type SheetHolds } from './index.ts';

const first = ['[x32010] t5:3@1 t4:2@3 m1:0@1/2 m1:3@3/2', 't5:3@1 t4:2@3 m2:1@1/4'];
const named = (bars: readonly string[], names: Readonly<Record<number, string>>): Score => {
  const score = written([...bars]);
  return {
    ...score,
    bars: score.bars.map((bar, index) =>
      names[index] ? { ...bar, section: { id: `s${index}`, name: names[index] } } : bar,
    ),
  };
};
const twoVerses = named([...first, first[0]!, 't5:3@1 t4:2@3 m2:1@1/2 m2:3@3/2h'], {
  0: 'Verse 1',
  2: 'Verse 2',
});
const pages = (score: Score, holds: SheetHolds, staff = false): readonly Page[] =>
  layPages(score, {
    shown: (name) => name,
    leftHanded: false,
    signs: { picking: true, fretting: true },
    paper: 'a4',
    student: '',
    staff: staff ? drawStaff : undefined,
    holds,
  });
const words = (of: readonly Page[]): string[] =>
  of.flatMap(({ parts }) =>
    parts.flatMap(({ shapes }) => shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []))),
  );

test('a later verse stands under the one it varies: only the bars that differ, and what differs', () => {
  const said = words(pages(twoVerses, { verses: true }));
  expect(said).toContain('Verse 2 (B) beside Verse 1 (A): 1 of 2 bars differs');
  expect(said).toContain('bar 4: held shorter, on 1; string 2, fret 3 more, hammer-on, on 3');
  expect(said.filter((each) => each === 'bar 3')).toEqual([]);
  expect(words(pages(twoVerses, {})).join()).not.toContain('beside');
});
test('a verse that is played as the one before it is said to be, and a piece in one section has nothing to compare', () => {
  const same = named([...first, ...first], { 0: 'Verse 1', 2: 'Verse 2' });
  expect(words(pages(same, { verses: true }))).toContain('Verse 2: played as Verse 1');
  expect(words(pages(written([...first]), { verses: true })).join()).not.toMatch(/played as|beside/);
});
test('other music of the same length is not set beside it', () => {
  const bridge = named([...first, '[022000] t6:0@1 m3:0@2', '[x02210] t5:0@1 m3:2@2'], {
    0: 'A',
    2: 'Bridge',
  });
  expect(words(pages(bridge, { verses: true })).join()).not.toContain('beside');
});

test('the link stands once on a sheet, as a code and in letters', () => {
  const link = 'https://strings.example/practice';
  const made = pages(twoVerses, { link });
  expect(words(made).filter((each) => each === link)).toHaveLength(1);
  const code = made
    .flatMap(({ parts }) => parts)
    .filter(({ says }) => says === `Practise it on a phone: ${link}`);
  expect(code).toHaveLength(1);
});

test('notes without tab: no strings, no plates; the legend tells stems, not squares', () => {
  const [both, alone] = [pages(twoVerses, {}, true), pages(twoVerses, { notesAlone: true }, true)];
  expect(words(both).join(' ')).toMatch(/Square: thumb/);
  expect(words(alone).join(' ')).toMatch(/Stems down: thumb/);
  expect(words(alone).join(' ')).not.toMatch(/Square|Circle|fretting/);
  const count = (of: readonly Page[]) =>
    of.flatMap(({ parts }) => parts.flatMap(({ shapes }) => shapes)).length;
  expect(count(alone)).toBeLessThan(count(both));
  expect(words(pages(twoVerses, { notesAlone: true })).join(' ')).toMatch(/Square: thumb/);
});
