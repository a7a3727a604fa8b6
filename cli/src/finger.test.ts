import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { readScore, writeScore } from '@jocund/core/formats/jocund-json';
import { blankScore, type Note } from '@jocund/core/score';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-finger-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function file(name: string, notes: Note[]): string {
  const blank = blankScore({ title: name, barCount: 1, thumbPattern: 'by-hand' });
  const path = join(folder, `${name}.jocund.json`);
  writeFileSync(path, writeScore({ ...blank, bars: [{ ...blank.bars[0]!, notes }] }));
  return path;
}
const note = (over: Partial<Note>): Note => ({
  tick: 0,
  durationTicks: 960,
  string: 1,
  fret: 0,
  voice: 'melody',
  ...over,
});
const c = file('c', [
  note({ string: 5, fret: 3, voice: 'thumb', durationTicks: 1920 }),
  note({ string: 2, fret: 1, durationTicks: 1920 }),
]);
const wide = file('wide', [note({ string: 6, fret: 1, voice: 'thumb' }), note({ string: 1, fret: 5 })]);

const json = async (...argv: string[]) => {
  const { stdout, exitCode, stderr } = await run([...argv, '--json']);
  expect(stderr).toBe('');
  expect(exitCode).toBe(0);
  return JSON.parse(stdout) as Record<string, unknown>;
};

describe('finger', () => {
  test('gives the score back with both hands’ fingers, and what they cost', async () => {
    const answer = await json('finger', c);
    const bars = (answer.study as { bars: { notes: Note[] }[] }).bars;
    expect(bars[0]!.notes.map(({ finger, picking }) => [finger, picking])).toEqual([
      [3, 'p'],
      [1, 'm'],
    ]);
    expect(answer).toMatchObject({ shifts: [], findings: [] });
    expect(answer.cost).toBeCloseTo((answer.costFretting as number) + (answer.costPicking as number), 1);
  });
  test('its score is a score that can be read again', async () => {
    const { study } = await json('finger', c);
    expect(readScore(JSON.stringify({ format: 'jocund-score', version: 2, score: study })).ok).toBe(true);
  });
  test('a small hand reaches less: what a medium one holds is not free for it', async () => {
    const codes = async (hand: string) =>
      ((await json('finger', wide, '--hand', hand)).findings as { code: string }[]).map(({ code }) => code);
    expect(await codes('small')).toContain('finger-not-free');
    expect(await codes('large')).not.toContain('finger-not-free');
  });
  test('the school decides who picks', async () => {
    const { study } = await json('finger', c, '--school', 'i');
    expect((study as { bars: { notes: Note[] }[] }).bars[0]!.notes[1]!.picking).toBe('i');
  });
  test('without --json each moment is a line with its costs', async () =>
    expect((await run(['finger', c])).stdout).toMatch(
      /bar 1\s+beat 1\s+p 5\/3 \(3\)\s+m 2\/1 \(1\)\s+.*pressed notes/,
    ));
});

describe('wrong usage says what is wanted', () => {
  test.each([
    [['finger', c, '--thumb-over', 'maybe'], /--thumb-over wants yes or no/],
    [['finger', c, '--hand', 'huge'], /--hand wants small or medium or large/],
    [['check', c, '--school', 'iam'], /--school wants i or im or ima/],
    [['finger'], /wants FILE/],
  ])('%j', async (argv, message) => {
    const { exitCode, stderr, stdout } = await run(argv);
    expect(exitCode).toBe(2);
    expect(stderr).toMatch(message);
    expect(stdout).toBe('');
  });
  test('a missing file is the input’s fault', async () =>
    expect(await run(['finger', join(folder, 'none.jocund.json')])).toMatchObject({ exitCode: 1 }));
});
