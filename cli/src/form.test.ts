import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-form-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const inG = async (template: string) => {
  const path = join(folder, `${template.replace(/\W/g, '')}.jocund.json`);
  writeFileSync(path, JSON.stringify(await answer('form', '--template', template, '--key', 'G')));
  return path;
};

describe('form', () => {
  test('a quick change in G is G C G G, C C G G, D C G D (common practice)', async () => {
    const { stdout } = await run(['form', '--template', '12-bar-quick', '--key', 'G']);
    expect(stdout.trim()).toBe('G  C  G  G  | C  C  G  G  | D  C  G  D');
  });
  test('the score has grips and a thumb, and is what its form says', async () => {
    const path = await inG('12-bar-quick');
    expect(await answer('form', path)).toMatchObject({ name: '12 bars, quick change', findings: [] });
    const { stdout } = await run(['convert', path, join(folder, 'copy.jocund.json')]);
    expect(stdout).toBeDefined();
  });
  test('held against another form it says which bars differ', async () => {
    const path = await inG('12-bar-quick');
    const { stdout } = await run(['form', path, '--template', 'I I I I IV IV I I V IV I V']);
    expect(stdout).toContain('Bar 2 is IV; this form has I.');
  });
  test.each([
    [['form', '--template', 'nonsense', '--key', 'G'], 2],
    [['form', '--template', 'I J', '--key', 'G'], 1],
    [['form', '--template', '12-bar', '--key', 'H#'], 1],
    [['form'], 2],
  ] as const)('%j ends with %i', async (argv, code) => {
    const { exitCode, stderr } = await run([...argv]);
    expect(exitCode).toBe(code);
    expect(stderr.trim()).not.toBe('');
    expect(stderr).not.toMatch(/\bat .*\.ts/);
  });
});

describe('diff', () => {
  test('bars against bars: nothing, and the one bar that differs', async () => {
    const path = await inG('12-bar-quick');
    expect((await run(['diff', path, '--a', '1', '--b', '3'])).stdout.trim()).toBe('They play the same.');
    const { differences } = (await answer('diff', path, '--a', '1-4', '--b', '5-8')) as {
      differences: { place: number; barB: number }[];
    };
    expect(differences.map(({ place, barB }) => [place, barB])).toEqual([[1, 5]]);
  });
  test('a section that is not there is wrong usage, and the ones that are there are named', async () => {
    const { exitCode, stderr } = await run(['diff', await inG('aaba'), '--a', 'A', '--b', 'Bridge']);
    expect(exitCode).toBe(2);
    expect(stderr).toContain('“The piece”');
  });
});
