import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-figure-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const drawer = new URL('../../demo/figures.jsonl', import.meta.url).pathname;
const form = async () => {
  const path = join(folder, 'form.jocund.json');
  writeFileSync(path, JSON.stringify(await answer('form', '--template', '12-bar-quick', '--key', 'A')));
  return path;
};

test('found by what sounds: from V to I, one bar, ends on beat 4', async () => {
  const found = (await answer(
    'figure',
    'find',
    drawer,
    '--from',
    'V',
    '--to',
    'I',
    '--beats',
    '4',
    '--ends-on',
    '4',
  )) as {
    id: string;
    from: string;
    to: string;
  }[];
  expect(found.length).toBeGreaterThan(2);
  for (const { from, to } of found) expect([from.startsWith('V'), to]).toEqual([true, 'I']);
});

test('cut from a piece, moved and moved back: the same notes', async () => {
  const cut = join(folder, 'cut.json');
  await run([
    'figure',
    'cut',
    await form(),
    '--bars',
    '9-10',
    '--name',
    'Two bars',
    '--role',
    'riff',
    '--out',
    cut,
  ]);
  const notes = (document: unknown) =>
    (document as { score: { score: { bars: { notes: unknown }[] } } }).score.score.bars.map(
      (bar) => bar.notes,
    );
  const move = async (path: string, by: string) =>
    ((await answer('figure', 'move', path, `--frets=${by}`)) as { lost: number; figure: unknown }[])[0];
  const there = await move(cut, '2');
  expect(there?.lost).toBe(0);
  const moved = join(folder, 'moved.json');
  writeFileSync(moved, JSON.stringify(there?.figure));
  expect(notes((await move(moved, '-2'))?.figure)).toEqual(notes(JSON.parse(readFileSync(cut, 'utf8'))));
});

test('moved to a degree it says what changes; laid in a piece it is there', async () => {
  const told = await run(['figure', 'move', drawer, '--id', 'low-lamp', '--degree', 'IV']);
  expect(told.stdout).toMatch(/^1\. .*, \d+ mm of work/);
  const out = join(folder, 'laid.jocund.json');
  const piece = await form();
  expect(
    (await run(['figure', 'lay', drawer, piece, '--id', 'low-lamp', '--bar', '2', '--out', out])).exitCode,
  ).toBe(0);
  const { differences } = (await answer('diff', piece, '--a', '1-12', '--b', '1-12', '--with', out)) as {
    differences: { barB: number }[];
  };
  expect(differences.map(({ barB }) => barB)).toEqual([2]);
});

test.each([
  [['figure'], 2],
  [['figure', 'steal', 'x'], 2],
  [['figure', 'find', 'missing.jsonl'], 1],
  [['figure', 'move', drawer], 2],
  [['figure', 'move', drawer, '--id', 'nobody', '--key', 'C'], 1],
  [['figure', 'move', drawer, '--id', 'low-lamp', '--key', 'C', '--frets', '2'], 2],
  [['figure', 'move', drawer, '--id', 'low-lamp', '--degree', 'Q'], 1],
] as const)('%j ends with %i and a sentence', async (argv, code) => {
  const { exitCode, stderr } = await run([...argv]);
  expect(exitCode).toBe(code);
  expect(stderr.trim()).not.toBe('');
  expect(stderr).not.toMatch(/\bat .*\.ts/);
});
