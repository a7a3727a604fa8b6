import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'jocund-style-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const corpus = (name: string) => join(import.meta.dirname, `../../demo/corpus/${name}.jot`);
const blues = [corpus('cinder-lane-blues'), corpus('rope-and-bucket')];
const rags = [corpus('brass-key-rag'), corpus('pickle-street')];

interface Trait {
  readonly id: string;
  readonly values: readonly {
    readonly value: string;
    readonly share: number;
    readonly examples: readonly object[];
  }[];
}

test('a manner with its figures, the bars that show them, and a card for the student', async () => {
  const measured = (await answer('style', ...blues)) as { traits: Trait[]; card: string[]; profile: object };
  expect(measured).toMatchObject({ name: 'Corwin Tulk', pieces: 2, bars: 26 });
  const kinds = measured.traits.find(({ id }) => id === 'thumb-kind')!;
  expect(kinds.values[0]).toMatchObject({ value: 'one string' });
  expect(kinds.values[0]!.share).toBeGreaterThan(0.8);
  expect(kinds.values[0]!.examples[0]).toEqual({ piece: 'Cinder Lane Blues', bar: 1 });
  expect(measured.card[0]).toBe('The thumb stays on one string, under the palm.');
});
test('a manner that is only said is compared and played after as a measured one', async () => {
  const say = 'strings of the thumb = string 6, mostly; how the bass ends = under the palm; swing = 64';
  const measured = await answer('style', '--say', say, '--among', blues.join(','), '--name', 'The old man');
  expect(measured).toMatchObject({ name: 'The old man', pieces: 0, bars: 0 });
  const strings = (measured as { traits: Trait[] }).traits.find(({ id }) => id === 'thumb-strings')!;
  expect(strings.values[0]).toMatchObject({ value: 'string 6', examples: [] });
  expect(strings.values[0]!.share).toBeCloseTo(0.8, 2);
  const file = join(folder, 'said.json');
  writeFileSync(file, JSON.stringify(measured));
  const apart = async (pieces: readonly string[]) =>
    ((await answer('style-compare', pieces.join(','), file)) as { distance: number }).distance;
  expect(await apart(blues)).toBeLessThan(await apart(rags));
  const arranged = await answer('style-apply', file, rags[1]!);
  expect(arranged).toMatchObject({ study: { score: { player: 'The old man', bassEnding: 'palm-damped' } } });
});
test('what no piece shows cannot be said, and what can is named', async () => {
  const told = await run(['style', blues[0]!, '--say', 'how the bass ends = loud']);
  expect(told.exitCode).toBe(1);
  expect(told.stderr).toContain('No piece shows “loud” as “how the bass ends”');
  expect(told.stderr).toContain('under the palm');
});
test('two manners: a measured one beside scores, what tells them apart first', async () => {
  const file = join(folder, 'rags.json');
  writeFileSync(file, JSON.stringify(await answer('style', ...rags)));
  const compared = (await answer('style-compare', blues.join(','), file)) as {
    distance: number;
    traits: { id: string; apart: number }[];
  };
  expect(compared).toMatchObject({ one: 'Corwin Tulk', other: 'Hetta Marrowby' });
  expect(compared.traits.slice(0, 6).map(({ id }) => id)).toContain('thumb-ending');
  const alike = (await answer('style-compare', file, file)) as { distance: number };
  expect(alike.distance).toBe(0);
  expect(compared.distance).toBeGreaterThan(0.05);
});
test('a piece held against a player: what strays, in which bars, and what would bring it nearer', async () => {
  const rag = corpus('marble-stair-rag');
  const strange = (await answer('style-check', rag, '--profile', blues.join(','))) as {
    strays: { id: string; bars: number[]; step?: object }[];
  };
  expect(strange).not.toHaveProperty('own');
  const ending = strange.strays.find(({ id }) => id === 'thumb-ending')!;
  expect(ending.step).toEqual({ kind: 'bass-ending', ending: 'palm-damped' });
  expect(ending.bars.length).toBeGreaterThan(20);
  const three = [...rags, corpus('two-penny-strut')].join(',');
  expect(await answer('style-check', rag, '--profile', three)).toMatchObject({
    player: 'Hetta Marrowby',
    own: { nearest: expect.any(Number) as number, furthest: expect.any(Number) as number },
  });
});
test('a tune as another player might play it: in that player’s guitar, nearer than it was, to a grade', async () => {
  const applied = (await answer('style-apply', blues.join(','), corpus('herons-gate'), '--grade', '4')) as {
    study: { score: { player: string; key: { tonic: string }; thumbPattern: string; bars: unknown[] } };
    distance: number;
    grade: number;
    choices: string[];
  };
  expect(applied.study.score).toMatchObject({ player: 'Corwin Tulk', key: { tonic: 'E' } });
  expect(applied.study.score.bars).toHaveLength(16);
  expect(applied.grade).toBeLessThanOrEqual(4);
  expect(applied.choices[0]).toMatch(/^Standard, E shapes: \d+ % of the player’s bars are so\.$/);
  const before = (await answer('style-check', corpus('herons-gate'), '--profile', blues.join(','))) as {
    distance: number;
  };
  expect(applied.distance).toBeLessThan(before.distance);
});
test('a bare tune in another format is given chords, and says so', async () => {
  const file = join(folder, 'air.abc');
  writeFileSync(
    file,
    ['X:1', 'T:Lantern Air', 'M:4/4', 'L:1/4', 'K:C', 'C E G2 | F A c2 | B, D G2 | c4 |'].join('\n'),
  );
  const applied = (await answer('style-apply', blues.join(','), file, '--closeness', '2')) as {
    study: { score: { title: string; bars: { grips: unknown[] }[] } };
    proposed: { bar: number; symbol: string }[];
  };
  expect(applied.proposed.map(({ symbol }) => symbol)).toEqual(['C', 'F', 'G7', 'C']);
  expect(applied.study.score).toMatchObject({ title: 'Lantern Air' });
  expect(applied.study.score.bars.every(({ grips }) => grips.length === 1)).toBe(true);
  expect(await run(['style-apply', blues.join(','), file, '--closeness', '9'])).toMatchObject({
    exitCode: 2,
  });
});
test('bad input', async () => {
  const broken = join(folder, 'broken.json');
  writeFileSync(broken, '{"format": "jocund-style", ');
  expect(await run(['style'])).toMatchObject({ exitCode: 2 });
  expect(await run(['style', join(folder, 'none.jot')])).toMatchObject({ exitCode: 1 });
  expect(await run(['style-compare', broken, blues[0]!])).toMatchObject({
    exitCode: 1,
    stderr: expect.stringContaining('is no readable JSON') as string,
  });
  expect(await run(['style-compare', blues[0]!])).toMatchObject({ exitCode: 2 });
  expect(await run(['style-check', blues[0]!])).toMatchObject({ exitCode: 2 });
});
