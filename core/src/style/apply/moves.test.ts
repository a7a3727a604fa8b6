import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import { fingerScore } from '../../fingering/index.ts';
import { mediumHand } from '../../hands/index.ts';
import type { Score } from '../../score/index.ts';
import { written } from '../../testing/written.ts';
import { jensenShannon, sharesOf, wasserstein } from '../distribution.ts';
import { countsOf, evidenceOf } from '../evidence.ts';
import { aimAt, apartFrom } from './aim.ts';
import { withoutBrokenSlurs } from './broken-slurs.ts';
import { clashesOf, withoutClashes } from './clashes.ts';
import { draftOf, withBars } from './draft.ts';
import { barsAlike } from './like-bars.ts';
import { movesOf, type MoveKind } from './moves/index.ts';
import { easeBars } from './ease-bars.ts';
import { dronesIn, openBassOnly } from './open-bass.ts';
import { strongBassOnly } from './strong-bass.ts';

/** A bar's notes as "voice string:fret@beat/beats". */
const notes = ({ notes: all }: Score['bars'][number]) =>
  all.map(
    ({ voice, string, fret, tick, durationTicks }) =>
      `${voice === 'thumb' ? 't' : 'm'}${string}:${fret}@${tick / 960 + 1}/${durationTicks / 960}`,
  );
/** What the tune becomes by each move of a kind. */
const after = (score: Score, kind: MoveKind, figures = evidenceOf(score).figures) => {
  const bar = score.bars[0]!;
  return movesOf({ score, index: 0, bar, figures, thumbs: ['walk', 'held'] })
    .filter((move) => move.kind === kind)
    .map(({ change }) => notes(change(bar)).filter((note) => note.startsWith('m')));
};
const bass = 't5:3@1 t4:2@2 t5:3@3 t4:2@4';
const held = written([`[x32010] ${bass} m1:0@1/2 m2:1@3/2`, `[x32010] ${bass} m1:0@1/4`]);

describe('moves of a bar', () => {
  test('a push strikes a note half a beat early, and the note before ends there', () => {
    expect(after(held, 'push')).toEqual([['m1:0@1/1.5', 'm2:1@2.5/2.5']]);
  });
  test('the note that begins a bar is struck before the bar line and held over it, where there is room', () => {
    const over = (first: string, thumb = bass) => {
      const score = written([`[x32010] ${thumb} ${first}`, `[x32010] ${bass} m1:3@1/2 m1:0@3/2`]);
      return movesOf({ score, index: 1, bar: score.bars[1]!, figures: [], thumbs: [] }).flatMap((move) =>
        move.changeBefore ? [{ move, before: move.changeBefore(score.bars[0]!)!, score }] : [],
      );
    };
    const [push] = over('m1:0@1/4');
    expect(notes(push!.before).filter((note) => note.startsWith('m'))).toEqual([
      'm1:0@1/3.5',
      'm1:3@4.5/0.5',
    ]);
    const held = push!.move
      .change(push!.score.bars[1]!)
      .notes.find(({ fret, voice }) => fret === 3 && voice === 'melody');
    expect(held).toMatchObject({ tick: 0, durationTicks: 1920, tied: true });
    expect(over('m1:0@1/3.5 m2:1@4.5/0.5')).toEqual([]);
    expect(over('m2:1@1/4', `${bass} t1:0@4.5`)).toEqual([]);
  });
  test('beats 1 and 3 do not lag; beat 2 may', () => {
    const walking = written([`[x32010] ${bass} m1:0@1/1 m1:1@2/1 m1:3@3/2`]);
    expect(after(walking, 'lag')).toEqual([['m1:0@1/1', 'm1:1@2.5/0.5', 'm1:3@3/2']]);
  });
  test('a held note is struck again on each half beat it is held over', () => {
    expect(after(held, 'repeat').map(([, second]) => second)).toEqual([
      'm1:0@1.5/1.5',
      'm1:0@2/1',
      'm1:0@2.5/0.5',
      'm2:1@3/0.5',
      'm2:1@3/1',
      'm2:1@3/1.5',
    ]);
  });
  test('an inner note is of the grip, lies under the tune, and leaves the thumb its string', () => {
    const inner = new Set(after(held, 'inner').flat());
    expect(inner).toContain('m2:1@1.5/1.5');
    expect(inner).toContain('m3:0@1.5/1.5');
    expect([...inner].every((note) => !note.startsWith('m4'))).toBe(true);
  });
  test('only a short note between the beats may be left out', () => {
    const passing = written([`[x32010] ${bass} m1:0@1/0.5 m1:1@1.5/0.5 m1:3@2/1 m1:0@3/2`]);
    expect(after(passing, 'thin')).toEqual([['m1:0@1/1', 'm1:3@2/1', 'm1:0@3/2']]);
  });
  test('a note goes to another string at its pitch', () => {
    expect(after(held, 'place').flat()).toContain('m2:5@1/2');
  });
  test('the player’s figure over the same grip fills a held half of a bar, and over another grip none', () => {
    const playing = written([
      `[x32010] ${bass} m1:0@1/2 m1:0@3 m2:1@3.5 m2:0@4`,
      `[x32010] ${bass} m1:0@1/4`,
    ]);
    const { figures } = evidenceOf(playing);
    const still = written([`[x32010] ${bass} m1:0@1/4`, `[x32010] ${bass} m1:0@1/4`]);
    expect(after(still, 'fill', figures).map((tune) => tune.map((note) => note.replace(/\/.*/, '')))).toEqual(
      [['m1:0@1', 'm1:0@3', 'm2:1@3.5', 'm2:0@4']],
    );
    const other = written(['[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m1:3@1/4', '[320003] m1:3@1/4']);
    expect(after(other, 'fill', figures)).toEqual([]);
  });
  test('the thumb may hold one note through the bar', () => {
    const { thumbPattern: _, ...bar } = held.bars[0]!;
    const move = movesOf({ score: held, index: 0, bar, figures: [], thumbs: ['held'] }).find(
      ({ kind }) => kind === 'thumb',
    );
    expect(notes(move!.change(bar)).filter((note) => note.startsWith('t'))).toEqual(['t5:3@1/4']);
  });
  test('a bass struck once is held already', () => {
    const { thumbPattern: _, ...bar } = written(['[x32010] t5:3@1/4 m1:0@1/4']).bars[0]!;
    const moves = movesOf({ score: held, index: 0, bar, figures: [], thumbs: ['held'] });
    expect(moves.filter(({ kind }) => kind === 'thumb')).toEqual([]);
  });
});

test('counting only what a move touches gives what counting everything gives', () => {
  const pieces = [evidenceOf(held)];
  const pool = [...pieces, evidenceOf(written([`[x32010] ${bass} m1:0@1 m1:1@2h m1:3@2.5 m1:0@4`]))];
  const aim = aimAt(pieces, pool, new Set(['4/4']));
  const bar = held.bars[0]!;
  for (const { change } of movesOf({ score: held, index: 0, bar, figures: [], thumbs: ['walk'] })) {
    const quick = withBars(draftOf(held, aim), new Map([[0, change(bar)]]), aim);
    const whole = draftOf(quick.score, aim);
    expect(quick.distance).toBeCloseTo(whole.distance, 12);
    expect(quick.evidence).toEqual(whole.evidence);
  }
});

test('a distance without a table is the distance of the tables, for any counts', () => {
  const pieces = [evidenceOf(held)];
  const pool = [...pieces, evidenceOf(written(['[320003] t6:3@1 t4:0@2 m1:3@1.5 m2:0@4', 't6:3@1']))];
  const aim = aimAt(pieces, pool, new Set(['4/4']));
  fc.assert(
    fc.property(
      fc.nat(aim.length - 1),
      fc.array(fc.tuple(fc.nat(7), fc.nat(9)), { maxLength: 6 }),
      (at, some) => {
        const aimed = aim[at]!;
        const isNumber = aimed.trait.values === 'numbers';
        const counts = new Map(
          some
            .filter(([, count]) => count > 0)
            .map(([value, count]) => [
              isNumber ? value / 4 : ([...aimed.theirs.keys()][value] ?? `x${value}`),
              count,
            ]),
        );
        const shares = sharesOf(counts, countsOf(pool, aimed.trait.id));
        const slow = isNumber
          ? aimed.whole === 0
            ? 0
            : Math.min(1, wasserstein(shares, aimed.theirs) / aimed.whole)
          : jensenShannon(shares, aimed.theirs);
        expect(apartFrom(aimed, counts)).toBeCloseTo(slow, 10);
      },
    ),
    { numRuns: 300 },
  );
});

test('bars alike are found by what is played, not by what is sung; the last bar stands alone', () => {
  const verse = written([...Array.from({ length: 3 }, () => `[x32010] ${bass} m1:0@1/4`), 'm1:1@1/4']);
  const sung = {
    ...verse,
    bars: verse.bars.map((bar, index) =>
      index === 1
        ? {
            ...bar,
            notes: bar.notes.map((note) => (note.voice === 'melody' ? { ...note, lyric: 'la' } : note)),
          }
        : bar,
    ),
  };
  expect(barsAlike(sung)).toEqual([[0, 1, 2], [3]]);
});

test('a bass a half step from the tune on a strong beat is another tone of the grip; a chord’s own seventh stays', () => {
  const clashing = written(['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m3:6@1/4']);
  expect(clashesOf(clashing).map(({ bass: { tick } }) => tick / 960 + 1)).toEqual([1, 3]);
  const mended = withoutClashes(clashing);
  expect(clashesOf(mended)).toEqual([]);
  expect(notes(mended.bars[0]!).find((note) => note.startsWith('t'))).toBe('t4:2@1/1');
  expect(clashesOf(written(['[x32000] t5:3@1 m2:0@1/4']))).toEqual([]);
});

test('bass on strong beats only, and on open strings of the chord, else on the tonic', () => {
  const [bar] = held.bars;
  expect(notes(strongBassOnly(bar!)).filter((note) => note.startsWith('t'))).toEqual([
    't5:3@1/1',
    't5:3@3/1',
  ]);
  const inE = written(['[x02220] t5:0@1 t4:2@2 t5:0@3 t4:2@4 m1:5@1/4'], {
    key: { tonic: 'E', mode: 'major' },
  });
  expect(notes(openBassOnly(inE, inE.bars[0]!, 0)).filter((note) => note.startsWith('t'))).toEqual([
    't5:0@1/1',
    't6:0@2/1',
    't5:0@3/1',
    't6:0@4/1',
  ]);
});

test('where no grip can be held under a tune up the neck, the thumb drones on the open tonic, and is found to', () => {
  const openG: Score['tuning'] = { name: 'Open G', pitches: ['D2', 'G2', 'D3', 'G3', 'B3', 'D4'] };
  const upTheNeck = written(['[xx3211] t4:3@1 t4:3@2 t4:3@3 t4:3@4 m1:10@1/2 m1:7@3/2'], {
    key: { tonic: 'G', mode: 'major' },
    tuning: openG,
    thumbPattern: 'one-string',
  });
  const score = {
    ...upTheNeck,
    bars: upTheNeck.bars.map(({ thumbPattern: _, grips, ...bar }) => ({
      ...bar,
      grips: grips.map((grip) => ({ ...grip, functionName: 'F' })),
    })),
  };
  const eased = easeBars(score, fingerScore(score, { hand: mediumHand }), mediumHand);
  expect(notes(eased.bars[0]!).filter((note) => note.startsWith('t'))).toEqual(
    [1, 2, 3, 4].map((beat) => `t5:0@${beat}/1`),
  );
  expect(dronesIn(eased)).toEqual([0]);
  expect(dronesIn(score)).toEqual([]);
});

test('a slur with nothing to come from is picked', () => {
  const broken = written([`[x32010] ${bass} m1:0@1 m2:3@2h m1:1@3/1p m1:3@4h`]);
  const picked = withoutBrokenSlurs(broken).bars[0]!.notes.filter(({ voice }) => voice === 'melody');
  expect(picked.map(({ arrival }) => arrival)).toEqual([undefined, undefined, undefined, 'hammer-on']);
});
