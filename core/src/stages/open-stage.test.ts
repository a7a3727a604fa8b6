import { expect, test } from 'vitest';
import { scoreFindings } from '../checking/index.ts';
import { blankScore, type Finding, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { openStageOf } from './index.ts';

const of = (score: Score, findings: readonly Finding[] = scoreFindings(score)) =>
  openStageOf(score, findings);
const thumb = '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4';
const both = `${thumb} m1:0@1 m2:1@3`;
const finding = (code: string): Finding => ({ ...scoreFindings(odd)[0]!, code });
const odd = {
  ...written([both]),
  bars: written([both]).bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => ({ ...note, durationTicks: 77 })),
  })),
};

test('a blank sheet waits for grips, grips for the thumb, the thumb for a melody', () => {
  expect(of(blankScore({ title: 'Blank' }))).toEqual({ stage: 'shapes', why: 'empty', count: 0 });
  expect(of(written(['[x32010] m1:0@1', '[320003] m1:3@1']))).toEqual({
    stage: 'thumb',
    why: 'empty',
    count: 0,
  });
  expect(of(written([thumb, thumb]))).toEqual({ stage: 'melody', why: 'empty', count: 0 });
});

test('what is half written says how far', () => {
  expect(of(written([both, both, '[x32010] m1:0@1', '[x32010] m1:0@1']))).toEqual({
    stage: 'thumb',
    why: 'unfinished',
    count: 2,
  });
  expect(of(written([both, thumb, both, thumb, thumb, thumb]))).toEqual({
    stage: 'melody',
    why: 'unfinished',
    count: 3,
  });
});

test('a thumb that walks by itself needs no grip; an end of one voice alone is an end', () => {
  expect(of(written(['t6:0@1 t4:2@2 m1:0@1', 't6:0@1 t4:2@2 m1:0@1', 'm1:0@1/1'])).stage).toBe('ready');
});

test('what is to be mended is told where it is mended', () => {
  const whole = written([both, both]);
  expect(of(odd)).toEqual({ stage: 'melody', why: 'queries', count: scoreFindings(odd).length });
  expect(of(whole, [finding('thumb-off-grip'), finding('form-late')])).toEqual({
    stage: 'thumb',
    why: 'queries',
    count: 1,
  });
  expect(of(whole, [finding('form-late')])).toEqual({ stage: 'form', why: 'queries', count: 1 });
  expect(of(whole, [])).toEqual({ stage: 'ready', why: 'ready', count: 0 });
});
