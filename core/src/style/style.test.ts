import { describe, expect, test } from 'vitest';
import type { Score } from '../score/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import {
  compareManners,
  evidenceOf,
  nearest,
  openStyle,
  profileOf,
  styleCard,
  styleDocument,
  tellingWeights,
  traitDistances,
  traits,
  type PieceEvidence,
} from './index.ts';

/** Damped thumps on one string, the blue third bent. */
const thump = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:3@1b m1:0@2 m2:3@2.5 m1:0@3',
    't6:0@1 t6:0@2 t6:0@3 t6:0@4 m3:0@1/0.5 m3:1@1.5h m2:0@2 m1:0@3',
  ],
  { key: { tonic: 'E', mode: 'major' }, bassEnding: 'palm-damped', swingPercent: 64 },
);
/** Two strings in turn, ringing, a tune of pinches. */
const air = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m1:3@1/2 m2:3@3/2',
  ],
  { key: { tonic: 'C', mode: 'major' }, bassEnding: 'let-ring', swingPercent: 50 },
);
const valuesOf = (evidence: PieceEvidence, trait: string) =>
  evidence.bars.flatMap((bar) => [...(bar.get(trait) ?? [])]);
const read = (bars: readonly string[], trait: string, over: Partial<Score> = {}) =>
  valuesOf(evidenceOf(written(bars, over)), trait);

describe('what is read from a bar', () => {
  test.each([
    ['t6:0@1 t6:0@2 t6:0@3 t6:0@4', 'one string'],
    ['t5:3@1 t4:2@2 t5:3@3 t4:2@4', 'two strings in turn'],
    ['t5:3@1 t4:2@2 t6:3@3 t4:2@4', 'three strings'],
    ['t6:0@1 t6:0@3', 'half-time'],
    ['t6:0@2 t6:0@4', 'answers'],
    ['t6:0@1.5 t6:0@3.5', 'answers'],
    ['t6:0@1/4', 'one held note'],
    ['t5:3@1 t4:2@2 t5:3@3 t5:3@3.5 t4:2@4', 'doubled'],
    ['t6:0@1 t6:2@2 t6:4@3 t5:0@4', 'walk'],
    ['m1:0@1/4', 'rests'],
  ])('%s: %s', (bar, kind) => {
    expect(read([bar], 'thumb-kind')).toEqual([kind]);
  });
  test.each([
    ['t6:0@1/3', 'half-time'],
    ['t6:0@2/2', 'one held note'],
    ['t5:3@1 t4:2@2 t4:2@3', 'two strings in turn'],
  ])('in three %s: %s', (bar, kind) => {
    const score = written([bar]);
    const bars = score.bars.map((each) => ({ ...each, metre: { beats: 3, unit: 4 as const } }));
    expect(valuesOf(evidenceOf({ ...score, bars }), 'thumb-kind')).toEqual([kind]);
  });
  test('the bass by what it is in the grip: C over G and E', () => {
    const bar = ['[x32010] t5:3@1 t4:2@2 t6:3@3 t4:2@4'];
    expect(read(bar, 'thumb-on-strong')).toEqual(['root', 'fifth']);
    expect(read(bar, 'thumb-on-weak')).toEqual(['third', 'third']);
  });
  test('pinches, notes between the beats and their places', () => {
    const bar = ['t6:0@1 t6:0@3 m1:0@1/0.5 m1:3@1.5 m1:0@2 m1:3@3/2'];
    expect(read(bar, 'meeting')).toEqual(['pinched', 'between the beats', 'alone on a beat', 'pinched']);
    expect(read(bar, 'pinch-beats')).toEqual(['1', '3']);
    expect(read(bar, 'off-beats')).toEqual(['1&']);
    expect(read(bar, 'tune-cells')).toEqual(['xxx-', 'x---']);
  });
  test('ornaments with their degree; a strum is no pinch', () => {
    const over = { key: { tonic: 'E', mode: 'major' } } as const;
    expect(read(['m1:3@1b m3:0@2/0.5 m3:1@2.5h'], 'ornament-degrees', over)).toEqual([
      'bend on b3',
      'hammer on 3',
    ]);
    expect(read(['m1:3@1b m3:0@2/0.5 m3:1@2.5h'], 'bends', over)).toEqual(['b3']);
  });
  test('an empty bar says only how the guitar is set up, and that nothing is played', () => {
    const [bar] = evidenceOf(written([''])).bars;
    const said = [...bar!].filter(([, values]) => values.length > 0).map(([trait]) => trait);
    expect(said).toEqual([
      'thumb-kind',
      'thumb-density',
      'swing',
      'tune-density',
      'tuning',
      'key',
      'capo',
      'metre',
      'tempo',
    ]);
  });
});

describe('what makes no difference', () => {
  const differing = (one: Score, other: Score) => {
    const [a, b] = [evidenceOf(one), evidenceOf(other)];
    return traits
      .map(({ id }) => id)
      .filter((id) => JSON.stringify(valuesOf(a, id)) !== JSON.stringify(valuesOf(b, id)));
  };
  test('a capo with the same shapes', () => {
    expect(differing(air, { ...air, capo: 3 })).toEqual(['capo']);
  });
  test('the tempo', () => {
    expect(differing(air, { ...air, tempoBpm: 180 })).toEqual(['tempo']);
  });
  test('the whole guitar tuned down', () => {
    expect(differing(thump, { ...thump, tuning: { ...thump.tuning, wholeSemitones: -1 } })).toEqual([]);
  });
  test('the key, for what is read by degrees and functions', () => {
    const inD = written(
      [
        '[x54232] t5:5@1 t4:4@2 t5:5@3 t4:4@4 m1:2@1/2 m2:3@3/2',
        '[x02220] t5:0@1 t4:2@2 t5:0@3 t4:2@4 m1:5@1/2 m1:0@3/2',
      ],
      { key: { tonic: 'D', mode: 'major' }, bassEnding: 'let-ring', swingPercent: 50 },
    );
    for (const trait of ['tune-degrees', 'chords', 'thumb-kind', 'meeting', 'tune-cells', 'tune-density'])
      expect([trait, valuesOf(evidenceOf(inD), trait)]).toEqual([trait, valuesOf(evidenceOf(air), trait)]);
  });
});

describe('a profile', () => {
  const pieces = [evidenceOf(thump), evidenceOf(thump), evidenceOf(air)];
  const traitOf = (id: string, of = profileOf(pieces)) => of.traits.find(({ trait }) => trait.id === id)!;
  test('counts, shares and the bars that show them', () => {
    const kinds = traitOf('thumb-kind');
    expect(kinds).toMatchObject({ count: 6, pieces: 3, drawn: 0 });
    expect(kinds.values.map(({ name, value }) => [name, Math.round(value * 6)])).toEqual([
      ['one string', 4],
      ['two strings in turn', 2],
    ]);
    expect(kinds.values[1]?.examples).toEqual([{ piece: 2, bar: 0 }]);
    expect(traitOf('swing').mean?.value).toBeCloseTo((64 + 64 + 50) / 3, 9);
  });
  test('the spread holds the figure, and is nothing where all pieces agree', () => {
    for (const { values } of profileOf(pieces).traits)
      for (const { value, low, high } of values) {
        expect(low).toBeLessThanOrEqual(value + 1e-9);
        expect(high).toBeGreaterThanOrEqual(value - 1e-9);
      }
    const alike = traitOf('thumb-kind', profileOf([evidenceOf(air), evidenceOf(air)])).values[0]!;
    expect([alike.low, alike.value, alike.high]).toEqual([1, 1, 1]);
  });
  test('is the same for the same seed, and empty without pieces', () => {
    expect(profileOf(pieces, { seed: 3 })).toEqual(profileOf(pieces, { seed: 3 }));
    expect(profileOf([])).toEqual({ pieces: 0, bars: 0, traits: [] });
  });
  test('a stretch of a piece is measured by itself', () => {
    const second = evidenceOf(air, 1, 1);
    expect(second.bars).toHaveLength(1);
    expect(valuesOf(second, 'chords')).toEqual(['V']);
    expect(valuesOf(second, 'thumb-regular')).toHaveLength(4);
  });
});

describe('two manners', () => {
  const [one, other] = [[evidenceOf(thump)], [evidenceOf(air)]];
  const pool = [...one, ...other];
  test('nothing is apart from itself; both ways are alike', () => {
    for (const { apart } of traitDistances(one, one, { pool })) expect(apart).toBeCloseTo(0, 12);
    const [there, back] = [traitDistances(one, other, { pool }), traitDistances(other, one, { pool })];
    there.forEach(({ apart }, index) => expect(apart).toBeCloseTo(back[index]!.apart, 12));
    for (const { apart } of there) expect(apart).toBeLessThanOrEqual(1);
  });
  test('what tells them apart comes first, with both figures and a bar of each', () => {
    const compared = compareManners({ one, other }, { pool });
    const damping = compared.find(({ trait }) => trait.id === 'thumb-ending')!;
    expect(compared.indexOf(damping)).toBeLessThan(5);
    expect(damping.values.map(({ name }) => name).sort()).toEqual(['rings', 'under the palm']);
    expect(damping.heard).toEqual({ one: { piece: 0, bar: 0 }, other: { piece: 0, bar: 0 } });
    const swing = compared.find(({ trait }) => trait.id === 'swing')!;
    expect(swing.statistic).toBe('Wasserstein');
    expect(swing.means!.one).toBeGreaterThan(swing.means!.other);
  });
  test('a piece is nearest to its own; what tells players apart weighs more', () => {
    const players = [
      { name: 'thumps', pieces: [evidenceOf(thump), evidenceOf(thump)] },
      { name: 'airs', pieces: [evidenceOf(air), evidenceOf(air)] },
    ];
    const weights = tellingWeights(players, { pool });
    expect(nearest(evidenceOf(air, 0, 0), players, { pool, weights })[0]?.player.name).toBe('airs');
    expect(weights.get('thumb-ending')!).toBeGreaterThan(weights.get('metre')!);
    expect(tellingWeights(players.slice(0, 1), { pool })).toEqual(new Map());
  });
});

test('the card says what is usual in the words of the trade', () => {
  expect(styleCard(profileOf([evidenceOf(thump)]))).toEqual([
    'The thumb stays on one string, under the palm.',
    '25 % of the tune falls between the beats, mostly on 2&.',
    'The tune lies on strings 1, 2 and 3, nine in ten notes up to fret 3.',
    'Ornaments: bends (13 % of the notes), hammer-ons (13 % of the notes).',
    'What is bent is the blue third.',
    'An open string rings in every grip: no full barre.',
    'Swing, 64:36.',
    'Standard tuning, E shapes.',
  ]);
  expect(styleCard(profileOf([]))).toEqual([]);
});

test('what was measured is written and read without loss; what is no measured style is refused', () => {
  const pieces = [evidenceOf(thump), evidenceOf(air)];
  const read = valueOf(openStyle(JSON.parse(JSON.stringify(styleDocument('Both', pieces)))));
  expect(read.name).toBe('Both');
  expect(profileOf(read.pieces)).toEqual(profileOf(pieces));
  for (const odd of [null, {}, { format: 'jocund-style', version: 2, name: '', pieces: [] }])
    expect(openStyle(odd).ok).toBe(false);
});
