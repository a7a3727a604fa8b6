import fc from 'fast-check';
import { expect, test } from 'vitest';
import { linkState, sectionsOf } from '../form/index.ts';
import { setSection, validateScore, type Score } from '../score/index.ts';
import { withIds } from '../score/document/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { applyThumb } from '../thumb/index.ts';
import { cutFigure, dealFigures, type Figure } from './index.ts';

const inE = { key: { tonic: 'E', mode: 'major' as const }, thumbPattern: 'monotone' };
let count = 0;
const newId = () => `n${(count += 1)}`;
const piece = (): Score =>
  withIds(
    applyThumb(
      setSection(written(['[022100] m1:0@1', '[022100] m2:0@1', '[022100] m1:0@3'], inE), 0, {
        id: 'v',
        name: 'Verse',
      }),
    ),
    newId,
  );
const figure = (name: string, notes: string): Figure =>
  valueOf(
    cutFigure(written([`[022100] ${notes}`], inE), {
      from: { bar: 0, tick: 0 },
      to: { bar: 1, tick: 0 },
      name,
      role: 'riff',
      id: name,
    }),
  );
const pool = [
  figure('up', 'm2:0@1 m2:3@2 m1:0@3'),
  figure('down', 'm1:3@1 m1:0@2 m2:3@3'),
  figure('still', 'm1:0@1/4'),
];
const melody = ({ bars }: Score, bar: number) =>
  (bars[bar]?.notes ?? [])
    .filter(({ voice }) => voice === 'melody')
    .map(({ string, fret }) => `${string}:${fret}`);

test('each time round another figure stands in the bar, the rest follows the first section', () => {
  const { score, order } = valueOf(dealFigures(piece(), { pool, bar: 1, times: 4, seed: 7, newId }));
  expect(sectionsOf(score).map(({ name }) => name)).toEqual([
    'Verse',
    'Round 1',
    'Round 2',
    'Round 3',
    'Round 4',
  ]);
  const notes: Readonly<Record<string, string[]>> = {
    up: ['2:0', '2:3', '1:0'],
    down: ['1:3', '1:0', '2:3'],
    still: ['1:0'],
  };
  order.forEach((name, index) => expect(melody(score, 3 * (index + 1) + 1)).toEqual(notes[name]));
  expect(melody(score, 1)).toEqual(['2:0']);
  expect([3, 5].map((bar) => linkState(score, bar))).toEqual(['same', 'same']);
  expect(validateScore(score)).toEqual([]);
});

test('property: no figure comes again before all were played, none twice running, the seed decides', () =>
  fc.assert(
    fc.property(fc.integer(), fc.integer({ min: 1, max: 7 }), (seed, times) => {
      const deal = () => valueOf(dealFigures(piece(), { pool, bar: 0, times, seed, newId })).order;
      const order = deal();
      expect(order).toHaveLength(times);
      for (let at = 0; at < times; at += 3)
        expect(new Set(order.slice(at, at + 3)).size).toBe(Math.min(3, times - at));
      expect(order.some((name, index) => name === order[index - 1])).toBe(false);
      expect(deal()).toEqual(order);
    }),
    { numRuns: 12 },
  ));

test.each([
  ['one figure', pool.slice(0, 1), 1, 2, 'A pool is two figures or more'],
  ['more than a piece holds', pool, 1, 200, 'A piece has at most 400 bars'],
])('refused: %s', (_, figures, bar, times, reason) => {
  const refused = dealFigures(piece(), { pool: figures, bar, times, seed: 1, newId });
  expect(refused).toMatchObject({ ok: false, fault: { reason } });
});

test('refused: a figure that reaches past the section', () => {
  const long = valueOf(
    cutFigure(written(['[022100] m1:0@1', '[022100] m1:2@1'], inE), {
      from: { bar: 0, tick: 0 },
      to: { bar: 2, tick: 0 },
      name: 'long',
      role: 'run',
      id: 'long',
    }),
  );
  const refused = dealFigures(piece(), { pool: [long, ...pool], bar: 2, times: 2, seed: 1, newId });
  expect(refused).toMatchObject({ ok: false, fault: { reason: '“long” reaches past the end of Verse' } });
});

test('rounds come before an ending, not after it', () => {
  const [verse, , last] = piece().bars;
  if (!verse || !last) throw new Error('no bars');
  const closed = { ...piece(), bars: [verse, { ...last, section: { id: 'end', name: 'Ending' } }] };
  const { score } = valueOf(dealFigures(closed, { pool, bar: 0, times: 2, seed: 3, newId }));
  const names = new Map(sectionsOf(score).map(({ id, name }) => [id, name]));
  expect(score.order?.map((id) => names.get(id))).toEqual(['Verse', 'Round 1', 'Round 2', 'Ending']);
});
