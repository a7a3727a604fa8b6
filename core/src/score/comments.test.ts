import { describe, expect, test } from 'vitest';
import { layPages } from '../engraving/index.ts';
import { written } from '../testing/written.ts';
import {
  commentAt,
  commentsOf,
  commentText,
  insertBarAfter,
  moveNote,
  setComment,
  setSection,
  type CommentPlace,
} from './index.ts';

const place = { bar: 1, tick: 0, string: 1, voice: 'melody' } as const;
const score = setSection(written(['t6:3@1/1 m1:0@1/1', 'm1:3@1/1', 'm2:1@3/2']), 1, { name: 'B' });
const places: readonly CommentPlace[] = [
  { on: 'piece' },
  { on: 'section', bar: 2 },
  { on: 'bar', bar: 1 },
  { on: 'note', place },
];
const said = places.reduce((each, at, index) => setComment(each, at, { do: `do ${index}` }), score);

describe('the teacher’s words', () => {
  test('stand on the piece, a section, a bar, a note, and are found again there', () =>
    expect(places.map((at) => commentAt(said, at)?.do)).toEqual(['do 0', 'do 1', 'do 2', 'do 3']));
  test('are read in order', () =>
    expect(commentsOf(said).map(({ where }) => where)).toEqual([
      'The piece',
      'B, from bar 2',
      'Bar 2',
      'Bar 2, beat 1, string 1',
    ]));
  test('go where what they are about goes', () => {
    const longer = insertBarAfter(said, 0);
    const moved = moveNote(longer.ok ? longer.value : said, { ...place, bar: 2 }, 2, 8);
    expect(commentsOf(moved).map(({ where }) => where)).toEqual([
      'The piece',
      'B, from bar 3',
      'Bar 3',
      'Bar 3, beat 1, string 2',
    ]);
  });
  test('are taken back without a trace', () =>
    expect(places.reduce((each, at) => setComment(each, at, undefined), said)).toEqual(score));
  test('a place that is not there changes nothing', () => {
    expect(setComment(score, { on: 'bar', bar: 9 }, { do: 'x' })).toEqual(score);
    expect(setComment(score, { on: 'section', bar: 0 }, { do: 'x' })).toEqual(score);
  });
  test('in one line: what to do, and why', () => {
    expect(commentText({ do: 'Press\ndown', why: 'it buzzes' })).toBe('Press down Why: it buzzes');
    expect(commentText({ why: 'it buzzes' })).toBe('it buzzes');
  });
});

describe('on the sheet', () => {
  const wordsOf = (comments: boolean) =>
    layPages(said, {
      shown: (text) => text,
      leftHanded: false,
      fingers: [],
      student: '',
      paper: 'a4',
      staff: undefined,
      holds: { comments },
      signs: { picking: true, fretting: true },
    })
      .flatMap(({ parts }) => parts.flatMap(({ shapes }) => shapes))
      .flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []));
  test('they stand under the music if wanted, and only then', () => {
    expect(wordsOf(true)).toEqual(expect.arrayContaining(['Bar 2', 'do 2']));
    expect(wordsOf(false)).not.toContain('do 2');
  });
});
