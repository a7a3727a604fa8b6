import { describe, expect, test } from 'vitest';
import { checkScore } from '../../checking/index.ts';
import { mediumHand } from '../../hands/index.ts';
import { heardWholeMidi, placedNotes, techniquesOf, type Score } from '../../score/index.ts';
import { written } from '../../testing/written.ts';
import { evidenceOf, restyleSteps, type PieceEvidence } from '../index.ts';
import { gripsIn, guitarsOf } from './guitars.ts';
import { plainTune } from './plain-tune.ts';

/** A tune in C over two strings, with a hammer-on of its own. */
const air = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1 m1:1@2h m1:3@3/2',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/2 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/1 m2:3@2/1 m1:3@3/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/4',
  ],
  { title: 'Air', key: { tonic: 'C', mode: 'major' }, bassEnding: 'let-ring', swingPercent: 50 },
);
/** A thumper in E with hammer-ons into the third. */
const thump = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m3:0@1/0.5 m3:1@1.5h m2:0@2 m1:0@3',
    '[x02220] t5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:0@1 m2:2@2 m1:0@3/2',
    '[x21202] t5:2@1 t5:2@2 t5:2@3 t5:2@4 m1:2@1 m2:0@2 m1:2@3/2',
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m3:0@1/0.5 m3:1@1.5h m2:0@2 m1:0@3',
  ],
  { title: 'Thump', key: { tonic: 'E', mode: 'major' }, bassEnding: 'palm-damped', swingPercent: 64 },
);
const player = [evidenceOf(thump), evidenceOf({ ...thump, title: 'Thump again' })];
const pool = [...player, evidenceOf(air)];
const apply = (score: Score, pieces: readonly PieceEvidence[] = player, seed = 1) => {
  const steps = restyleSteps(score, pieces, { hand: mediumHand, pool, player: 'Thumper', seed });
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
const line = (score: Score) =>
  placedNotes(score, 'melody').map(({ atTicks, note }) => ({ atTicks, midi: heardWholeMidi(score, note) }));

describe('a tune after a player', () => {
  const [first] = apply(air);
  test('lies in the player’s key, over the player’s own grips and thumb, ended and swung so', () => {
    expect(first!.score).toMatchObject({
      title: 'Air',
      player: 'Thumper',
      key: { tonic: 'E', mode: 'major' },
      thumbPattern: 'one-string',
      bassEnding: 'palm-damped',
    });
    expect(first!.score.swingPercent).toBeGreaterThan(60);
    expect(first!.score.bars[0]!.grips[0]!.frets).toEqual([0, 2, 2, 1, 0, 0]);
    expect(first!.score.bars[2]!.grips[0]!.frets).toEqual([null, 2, 1, 2, 0, 2]);
    const thumb = placedNotes(first!.score, 'thumb');
    expect(new Set(thumb.filter(({ bar }) => bar === 0).map(({ note }) => note.string)).size).toBe(1);
  });
  test('every note of the tune keeps its place, and all move by the same half steps', () => {
    const [was, is] = [line(air), line(first!.score)];
    expect(is.map(({ atTicks }) => atTicks)).toEqual(was.map(({ atTicks }) => atTicks));
    expect(new Set(is.map(({ midi }, index) => midi - was[index]!.midi)).size).toBe(1);
  });
  test('is nearer than it was, with nothing to mend, and says why', () => {
    expect(checkScore(first!.score).filter(({ severity }) => severity === 'error')).toEqual([]);
    const choices = first!.choices.join(' ');
    expect(choices).toContain('Standard, E shapes: 100 % of the player’s bars are so.');
    expect(choices).toContain('Bass under the palm, the player’s habit.');
  });
  test('is the same for the same seed', () => {
    expect(apply(air, player, 5)).toEqual(apply(air, player, 5));
  });
});

test('ornaments go with whoever played them, and come only as the player has them', () => {
  const marks = (score: Score) =>
    placedNotes(score, 'melody').flatMap(({ note }) => techniquesOf(note).map(({ word }) => word));
  expect(marks(air)).toContain('hammer');
  const plainPlayer = [
    evidenceOf({
      ...air,
      bars: air.bars.map((bar) => ({ ...bar, notes: bar.notes.map(({ arrival: _, ...note }) => note) })),
    }),
  ];
  const steps = restyleSteps(air, plainPlayer, { hand: mediumHand, pool: plainPlayer, player: 'Plain' });
  let step = steps.next();
  while (!step.done) step = steps.next();
  expect(marks(step.value[0]!.score)).toEqual([]);
});

test('a player in a minor key has a guitar; a tune without chords has no thumb, and none is claimed', () => {
  const minor = evidenceOf({ ...thump, key: { tonic: 'A', mode: 'minor' } });
  expect(guitarsOf([minor])).toMatchObject([{ key: { tonic: 'A', mode: 'minor' }, share: 1 }]);
  const [bare] = apply(written(['m1:0@1 m1:3@2 m1:0@3/2'], { key: { tonic: 'C', mode: 'major' } }));
  expect(bare!.choices.join(' ')).not.toContain('Thumb');
});

test('a piece without a tune, and one with nothing at all, have no arrangement', () => {
  expect(apply(written(['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4']))).toEqual([]);
  expect(apply(written(['']))).toEqual([]);
});

test('the plain tune has chords as they are heard, under a capo, too', () => {
  expect(plainTune({ ...air, capo: 2 }).bars.map(({ chords }) => chords[0]?.symbol)).toEqual([
    'D',
    'G',
    'A',
    'D',
  ]);
  expect(
    plainTune(air).bars[0]!.notes.every(({ voice, marks }) => voice === 'melody' && !marks.arrival),
  ).toBe(true);
});

test('guitars and grips as the pieces have them; a tuning that does not ship is no guitar', () => {
  expect(
    guitarsOf(pool).map(({ tuning, key, share }) => [tuning.name, key.tonic, Math.round(share * 12)]),
  ).toEqual([
    ['Standard', 'E', 8],
    ['Standard', 'C', 4],
  ]);
  expect(gripsIn(player, 'Standard').get('B7')).toBe('x21202');
  const odd = evidenceOf({
    ...thump,
    tuning: { name: 'My own', pitches: ['C2', 'G2', 'D3', 'G3', 'B3', 'E4'] },
  });
  expect(guitarsOf([odd])).toEqual([]);
  expect(apply(air, [odd])).toEqual([]);
});
