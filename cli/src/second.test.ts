import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-second-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const blues = new URL('../../demo/gravel-lantern-blues.jocund.json', import.meta.url).pathname;
const waltz = new URL('../../demo/widows-kettle.jocund.json', import.meta.url).pathname;

interface Part {
  readonly capo: number;
  readonly key: string;
  readonly findings: readonly unknown[];
  readonly study: unknown;
}

test('one way for each capo, the best first; a blues in E has grips of D with capo 2', async () => {
  const parts = (await answer('second', blues, '--limit', '8')) as Part[];
  expect(new Set(parts.map(({ capo }) => capo)).size).toBe(parts.length);
  expect(parts.find(({ capo }) => capo === 2)?.key).toBe('D');
});

test('a part that was made is judged again by the same words', async () => {
  const [part] = (await answer('second', blues, '--capo', '5', '--rhythm', 'back-beats')) as Part[];
  const path = join(folder, 'second.jocund.json');
  writeFileSync(path, JSON.stringify(part?.study));
  expect(await answer('second', blues, '--with', path)).toEqual({ findings: part?.findings });
  expect((await run(['second', blues, '--capo', '5', '--texture', 'line'])).stdout).toMatch(
    /^1\.\s+capo 5\s+grips of B/,
  );
});

test.each([
  [['second'], 2],
  [['second', blues, '--texture', 'organ'], 2],
  [['second', blues, '--rhythm', 'samba'], 2],
  [['second', blues, '--capo', '9'], 2],
  [['second', 'missing.json'], 1],
  [['second', blues, '--tuning', 'nowhere'], 1],
  [['second', blues, '--with', waltz], 1],
] as const)('%j ends with %i and a sentence', async (argv, code) => {
  const { exitCode, stderr } = await run([...argv]);
  expect(exitCode).toBe(code);
  expect(stderr.trim()).not.toBe('');
  expect(stderr).not.toMatch(/\bat .*\.ts/);
});
