import { describe, expect, test } from 'vitest';
import { checkScore } from '../../checking/index.ts';
import { mediumHand } from '../../hands/index.ts';
import { tuningTable } from '../../instrument/index.ts';
import { heardWholeMidi, placedNotes, techniquesOf, type Note, type Score } from '../../score/index.ts';
import { written } from '../../testing/written.ts';
import {
  arrangementPlans,
  arrangeSteps,
  distanceOf,
  evidenceOf,
  evidenceOfClaims,
  isMuchAlike,
  plainTune,
  restyleSteps,
  traitDistances,
  type ArrangementPlan,
  type KeptParts,
  type PieceEvidence,
  type RestyleSettings,
} from '../index.ts';
import { gripsIn, guitarsOf } from './guitars.ts';
import { withTiedFrom } from './kept-parts.ts';
import { neighbourGuitars } from './neighbour-guitars.ts';

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
const finished = <T>(steps: Generator<number, T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
const apply = (
  score: Score,
  pieces: readonly PieceEvidence[] = player,
  settings: Partial<RestyleSettings> & { readonly limit?: number } = {},
) =>
  finished(
    restyleSteps(plainTune(score), pieces, { hand: mediumHand, pool, player: 'Thumper', ...settings }),
  );
const line = (score: Score) =>
  placedNotes(score, 'melody').map(({ atTicks, note }) => ({ atTicks, midi: heardWholeMidi(score, note) }));

describe('a tune after a player of whom something is said, and no piece is there', () => {
  const said = evidenceOfClaims(
    [
      { trait: 'thumb-kind', value: 'one string', often: 'always' },
      { trait: 'thumb-ending', value: 'under the palm', often: 'always' },
      { trait: 'swing', value: 64, often: 'always' },
    ],
    pool,
  );
  const [first] = apply(air, [said], { pool });
  test('is played so, in the tune’s own key, in standard tuning', () => {
    expect(first?.score).toMatchObject({
      key: { tonic: 'C', mode: 'major' },
      thumbPattern: 'one-string',
      bassEnding: 'palm-damped',
    });
    expect(first!.score.swingPercent).toBeGreaterThan(60);
    // Nothing is said of where tunes lie: over the bass, as usual.
    for (const { note } of placedNotes(first!.score, 'melody')) expect(note.string).toBeLessThan(5);
  });
  test('takes the guitar that is said', () => {
    const inE = evidenceOfClaims([{ trait: 'key', value: 'E', often: 'always' }], pool);
    expect(apply(air, [said, inE], { pool })[0]?.score.key).toEqual({ tonic: 'E', mode: 'major' });
  });
});

describe('a tune after a player', () => {
  const found = apply(air);
  const [first] = found;
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
  test('every note of the tune that falls on a beat sounds there, all moved by the same half steps', () => {
    for (const { score, transpose } of found) {
      const sounding = placedNotes(score, 'melody').map(({ atTicks, note }) => ({
        from: atTicks,
        until: atTicks + note.durationTicks,
        midi: heardWholeMidi(score, note),
      }));
      const missing = line(air)
        .filter(({ atTicks }) => atTicks % 960 === 0)
        .filter(
          ({ atTicks, midi }) =>
            !sounding.some(
              (each) => each.from <= atTicks && each.until > atTicks && each.midi === midi + transpose,
            ),
        );
      expect(missing).toEqual([]);
    }
  });
  test('the tune keeps its rhythm where that is asked', () => {
    const [kept] = apply(air, player, { keepsRhythm: true, limit: 1 });
    const places = (of: Score) => [...new Set(line(of).map(({ atTicks }) => atTicks))];
    expect(places(kept!.score)).toEqual(places(air));
  });
  test('is nearer than it was, with nothing to mend, and says why', () => {
    expect(first!.distance).toBeLessThan(
      distanceOf(traitDistances([evidenceOf(air)], player, { pool, withoutSettings: true })),
    );
    for (const { score } of found)
      expect(checkScore(score).filter(({ severity }) => severity === 'error')).toEqual([]);
    const choices = first!.choices.join(' ');
    expect(choices).toContain('Standard, E shapes: 100 % of the player’s bars are so.');
    expect(choices).toContain('Bass under the palm, the player’s habit.');
  });
  test('is the same for the same seed', () => {
    expect(apply(air, player, { seed: 5 })).toEqual(apply(air, player, { seed: 5 }));
  });
  test('comes no further from the player the closer it may come', () => {
    const [free] = apply(air, player, { closeness: 1 });
    const [close] = apply(air, player, { closeness: 5 });
    expect(close!.distance).toBeLessThanOrEqual(free!.distance);
  });
  test('no two are alike', () => {
    found.forEach((one, index) =>
      found.slice(index + 1).forEach((other) => expect(isMuchAlike(one.score, other.score)).toBe(false)),
    );
    expect(isMuchAlike(first!.score, first!.score)).toBe(true);
  });
});

const plans = (score: Score, pieces: readonly PieceEvidence[] = player) =>
  arrangementPlans(plainTune(score), pieces);

test('bars that are kept stay as they are while the rest is solved again', () => {
  const [plan] = plans(air);
  const settings = { hand: mediumHand, pool, player: 'Thumper' };
  const one = finished(arrangeSteps(plainTune(air), plan!, player, settings))!;
  const marked = {
    ...one,
    score: {
      ...one.score,
      bars: one.score.bars.map((bar, index) =>
        index === 1
          ? {
              ...bar,
              notes: bar.notes.map((note) => (note.tick === 0 ? { ...note, accent: true as const } : note)),
            }
          : bar,
      ),
    },
  };
  const again = finished(
    arrangeSteps(plainTune(air), plan!, player, {
      ...settings,
      closeness: 1,
      kept: { of: marked, bars: [1] },
    }),
  )!;
  expect(again.score.bars[1]).toEqual(marked.score.bars[1]);
  expect(again.transpose).toBe(one.transpose);
});

test.each(['melody', 'thumb'] as const)(
  'the %s of an arrangement stays while the other voice is solved again',
  (voice) => {
    const [plan] = plans(air);
    const settings = { hand: mediumHand, pool, player: 'Thumper' };
    const one = finished(arrangeSteps(plainTune(air), plan!, player, settings))!;
    // By hand: no arranger would deal it.
    const byHand = (note: Note): Note =>
      note.voice === voice && note.tick === 0
        ? { ...note, accent: true as const, byHand: true as const }
        : note;
    const marked = {
      ...one,
      score: { ...one.score, bars: one.score.bars.map((bar) => ({ ...bar, notes: bar.notes.map(byHand) })) },
    };
    const kept: KeptParts = { of: marked, bars: [], voice };
    const again = finished(
      arrangeSteps(plainTune(air), plan!, player, { ...settings, closeness: 5, seed: 9, kept }),
    )!;
    const voiceOf = ({ bars }: Score) =>
      bars.map(({ notes }) => notes.filter((note) => note.voice === voice));
    expect(voiceOf(again.score)).toEqual(voiceOf(marked.score));
  },
);

test('a kept bar that is tied from the one before keeps that, too', () => {
  const tied = written(['[022100] m1:0@1/4', '[022100] m1:3@1/4', '[022100] m1:3@1/4t', '[022100] m1:0@1/4']);
  const of = { score: tied, plan: plans(air)[0]!, transpose: 0 };
  expect(withTiedFrom({ of, bars: [2] }).bars).toEqual([1, 2]);
  expect(withTiedFrom({ of, bars: [0, 3] }).bars).toEqual([0, 3]);
});

test('bars of the tune that are alike are played alike', () => {
  const twice = { ...air, bars: [...air.bars.slice(0, 2), ...air.bars] };
  const [first] = apply(twice);
  const played = first!.score.bars.map(({ notes }) => notes);
  expect(played[0]).toEqual(played[2]);
  expect(played[1]).toEqual(played[3]);
});

test('a player with two guitars gives an arrangement on each', () => {
  const inA = evidenceOf({
    ...air,
    key: { tonic: 'A', mode: 'major' },
    bars: written(['[x02220] t5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:0@1 m2:2@2 m1:0@3/2']).bars,
  });
  expect(plans(air, [...player, inA]).map(({ guitar, octave }) => `${guitar.key.tonic} ${octave}`)).toEqual([
    'E best',
    'A best',
    'D best',
    'E best',
    'E next',
  ]);
});

test.each([
  ['Standard', 'E', ['A']],
  ['Standard', 'C', ['G']],
  ['Standard', 'G', ['C', 'D']],
  ['Drop D', 'D', ['A']],
  ['Open D', 'D', ['A']],
  ['Open G', 'G', ['D']],
])('in %s, keys next to %s with a root that lies low: %j', (name, tonic, wanted) => {
  const tuning = tuningTable.find((each) => each.name === name)!;
  const own = [{ tuning, key: { tonic, mode: 'major' as const }, share: 1 }];
  expect(neighbourGuitars(own).map(({ key }) => key.tonic)).toEqual(wanted);
});

describe('a player with one guitar', () => {
  /** The thumb walks on two strings for a bar in five. */
  const twoThumbs = evidenceOf({
    ...thump,
    title: 'Two thumbs',
    bars: [
      ...thump.bars,
      ...written(['[022100] t6:0@1 t4:2@2 t6:0@3 t4:2@4 m3:0@1/0.5 m3:1@1.5h m2:0@2 m1:0@3']).bars,
    ],
  });
  const pieces = [twoThumbs];
  const found = apply(air, pieces);
  const arranged = (plan: ArrangementPlan) =>
    finished(arrangeSteps(plainTune(air), plan, pieces, { hand: mediumHand, pool, player: 'Thumper' }))!;
  test('gives three arrangements: as the player plays, in a neighbouring key with an open bass, with another thumb', () => {
    expect(
      plans(air, pieces).map(({ guitar: { key, share }, octave, thumb }) => [
        key.tonic,
        share,
        octave,
        thumb,
      ]),
    ).toEqual([
      ['E', 1, 'best', undefined],
      ['A', 0, 'best', undefined],
      ['E', 1, 'best', 'two-string'],
      ['E', 1, 'next', undefined],
      ['E', 1, 'best', 'half-time'],
    ]);
    expect(found).toHaveLength(3);
    const choices = found.map((each) => each.choices.join(' '));
    expect(
      choices.filter((each) =>
        each.includes(
          'the player has no piece like this, but plays in E, a neighbouring key, in the same tuning',
        ),
      ),
    ).toHaveLength(1);
    expect(
      choices.filter((each) => /Thumb: two-string alternation in every bar; \d+ % of the/.test(each)),
    ).toHaveLength(1);
    expect(found[0]!.plan.guitar.share).toBe(1);
  });
  test('a thumb with half the strokes is told as lighter; a held note of the player’s goes through all bars with one chord', () => {
    const lighter = arranged({ ...plans(air, pieces)[0]!, thumb: 'half-time' });
    expect(lighter.choices.join(' ')).toContain(
      'Thumb: half-time in every bar: fewer strokes than the player’s, for a lighter hand.',
    );
    const strokes = placedNotes(lighter.score, 'thumb').map(({ note }) => note.tick);
    expect(new Set(strokes)).toEqual(new Set([0, 1920]));
    const still = evidenceOf({ ...thump, bars: written(['[022100] t6:0@1/4 m1:0@1/4']).bars });
    const ofBoth = plans(air, [...pieces, still]);
    expect(ofBoth.map(({ thumb }) => thumb)).toContain('held');
    const held = arranged({ ...ofBoth[0]!, thumb: 'held' });
    expect(placedNotes(held.score, 'thumb').every(({ note }) => note.durationTicks === 3840)).toBe(true);
    expect(held.choices.join(' ')).toMatch(/Thumb: one held note in every bar with one chord/);
  });
  test('all of them without a fault', () => {
    for (const { score } of found)
      expect(checkScore(score).filter(({ severity }) => severity === 'error')).toEqual([]);
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
  const [first] = apply(air, plainPlayer, { pool: plainPlayer, player: 'Plain' });
  expect(marks(first!.score)).toEqual([]);
});

test('a player in a minor key has a guitar; a tune without chords is given some, and is told so', () => {
  const minor = evidenceOf({ ...thump, key: { tonic: 'A', mode: 'minor' } });
  expect(guitarsOf([minor])).toMatchObject([{ key: { tonic: 'A', mode: 'minor' }, share: 1 }]);
  const [bare] = apply(written(['m1:0@1 m1:3@2 m1:0@3/2'], { key: { tonic: 'C', mode: 'major' } }));
  expect(bare!.proposed.map(({ symbol }) => symbol)).toEqual(['C']);
  expect(bare!.score.bars[0]!.notes.some(({ voice }) => voice === 'thumb')).toBe(true);
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
