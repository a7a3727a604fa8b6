import { expect, test } from 'vitest';
import type { Note } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { tellBar } from './index.ts';

const score = written(['[x32010] t5:3@1 m1:0@1/0.5 m2:1@1.5/1.5 t4:2@2 t5:3@3 t4:2@4', 't5:3@1/4 m2:1@1/2t']);

test('a bar is told moment by moment: the grip string by string, what is struck together, where each note lies and how long', () => {
  const { number, moments } = tellBar(score, 0);
  expect(number).toBe(1);
  expect(moments.map(({ count }) => count)).toEqual(['1', '1 and', '2', '3', '4']);
  expect(moments[0]!.words).toEqual([
    'grip C, from string 6 to string 1: not played, 3, 2, open, 1, open',
    'pinch',
    expect.stringMatching(/^thumb: string 5, fret 3/),
    'melody: string 1, open, ½ beat long',
  ]);
  expect(moments[1]!.words).toEqual(['melody: string 2, fret 1, 1½ beats long']);
});

test('fingers are said where they are known, the thumb’s own stroke is not said twice', () => {
  const of = ({ voice }: Note) =>
    voice === 'melody' ? ({ finger: 1, picking: 'm' } as const) : ({ finger: 3, picking: 'p' } as const);
  const words = tellBar(score, 0, of).moments[0]!.words;
  expect(words[2]).toMatch(/^thumb: string 5, fret 3, ring finger, /);
  expect(words[2]).not.toContain('picked');
  expect(words[3]).toBe('melody: string 1, open, index finger, picked by the middle, ½ beat long');
});

test('every note of a score is told once, at a count', () => {
  for (const [index, bar] of score.bars.entries()) {
    const told = tellBar(score, index).moments.flatMap(({ words }) => words);
    expect(told.filter((words) => /^(thumb|melody)/.test(words))).toHaveLength(bar.notes.length);
  }
});

test('no such bar has nothing to tell', () => expect(tellBar(score, 9).moments).toEqual([]));
