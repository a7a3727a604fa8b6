import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-simplify-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const blues = join(import.meta.dirname, '../../demo/gravel-lantern-blues.jocund.json');

test('an easier version, what it lost and where', async () => {
  const easier = (await answer('simplify', blues, '--to', '4')) as {
    score: number;
    lost: { bar: number; beat: number; what: string }[];
    loss: number;
    study: object;
  };
  expect(easier.score).toBeLessThanOrEqual(4);
  expect(easier.lost.length).toBeGreaterThan(0);
  expect(easier.loss).toBeGreaterThan(0);
  expect(easier.loss).toBeLessThan(0.3);
  expect(easier.study).toHaveProperty('score.title', 'Gravel Lantern Blues');
});
test('what cannot be reached names what stands in the way', async () => {
  const { stdout } = await run(['simplify', blues, '--to', '1']);
  expect(stdout).toContain('1 is not reached, pinches stand in the way');
});
test('a grade there is not', async () => {
  expect(await run(['simplify', blues, '--to', '9'])).toMatchObject({ exitCode: 1 });
  expect(await run(['simplify', blues])).toMatchObject({ exitCode: 2 });
});
test('sections and phrases are graded, too', async () => {
  const { parts } = (await answer('grade', blues)) as {
    parts: { kind: string; name: string; score: number }[];
  };
  expect(parts.map(({ kind }) => kind)).toContain('section');
  expect(parts.map(({ name }) => name)).toContain('bars 1–4');
  for (const { score } of parts) expect(score).toBeGreaterThanOrEqual(1);
});
test('a ladder phrase by phrase', async () => {
  await run(['ladder', blues, '--order', 'phrases', '--out', folder]);
  const { rungs } = JSON.parse(readFileSync(join(folder, 'ladder.json'), 'utf8')) as {
    rungs: { name: string; score: number }[];
  };
  expect(rungs[0]?.name).toBe('To bar 4');
  expect(rungs.map(({ score }) => score)).toEqual(rungs.map(({ score }) => score).sort((a, b) => a - b));
});
test('a piece in words, in two depths and languages', async () => {
  const { phrases } = (await answer('words', blues)) as { phrases: { title: string; lines: string[] }[] };
  expect(phrases[0]?.title).toBe('Bars 1 to 4, Verse');
  expect(phrases[0]?.lines[0]).toMatch(/^Bar 1: Hold E, frets 022100/);
  const { stdout } = await run(['words', blues, '--depth', 'why', '--language', 'german']);
  expect(stdout).toContain('H7 ist hier die Stufe V7.');
  expect(await run(['words', blues, '--depth', 'deep'])).toMatchObject({ exitCode: 2 });
});
test('an easier place for all notes is looked for when it is asked for', async () => {
  const shapes = join(folder, 'barre.jot');
  writeFileSync(
    shapes,
    'jot 1\ntitle: Under a barre\nkey: Eb\n\nbar\n  grips: x68886\n  thumb: 5/6 4/8 5/6 4/8\n  tune: 2/8 q 1/6 1/8 2/8\n',
  );
  const { elsewhere } = (await answer('simplify', shapes, '--to', '8', '--elsewhere')) as {
    elsewhere: { tuning: string; capo: number; transpose: number; score: number }[];
  };
  expect(elsewhere).toContainEqual(
    expect.objectContaining({ tuning: 'Standard', capo: 3, transpose: 0, shapeKey: 'C' }),
  );
  expect(await answer('simplify', shapes, '--to', '8')).not.toHaveProperty('elsewhere');
});
