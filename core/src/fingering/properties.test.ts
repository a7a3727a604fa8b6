import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dataSetShapes } from '../testing/chords-db.ts';
import { fingerGrip, fingerings, mediumHand, type HandSize } from '../hands/index.ts';
import { stringsLowToHigh } from '../instrument/index.ts';
import { blankScore, type Note, type Score } from '../score/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { written } from '../testing/written.ts';
import { fingerScore, writeFingers, type Fingering } from './index.ts';

const anyScore = smallScores({ moments: 8, mostFret: 9, mostNotes: 12 });
const sizes = fc.constantFrom<HandSize>('small', 'medium', 'large');

/** Finger, fret and string of every press at a moment. */
const pressesOf = (fingering: Fingering) => fingering.moments.map(({ placement }) => placement.presses);

describe('rules of the hand (common practice), on any score', () => {
  test('no finger is in two places, and no finger crosses another', () => {
    fc.assert(
      fc.property(anyScore, sizes, (score, size) => {
        for (const presses of pressesOf(fingerScore(score, { hand: { ...mediumHand, size } }))) {
          expect(new Set(presses.map(({ finger }) => finger)).size).toBe(presses.length);
          presses.slice(1).forEach((higher, index) => {
            const lower = presses[index]!;
            expect(higher.fret).toBeGreaterThanOrEqual(lower.fret);
            if (higher.fret === lower.fret) expect(lower.strings.at(-1)).toBeGreaterThan(higher.strings[0]!);
          });
        }
      }),
    );
  });

  test('every note is held to its end, unless its string is struck again or it is said to be let go', () => {
    fc.assert(
      fc.property(anyScore, (score) => {
        const { moments } = fingerScore(score);
        moments.forEach((moment, index) => {
          for (const { note, string, fret, finger } of moment.notes) {
            if (finger === null) continue;
            const until =
              moment.at +
              (note.ending === 'stopped' ? Math.ceil(note.durationTicks * 0.45) : note.durationTicks);
            for (const later of moments.slice(index + 1)) {
              if (later.at >= until || later.notes.some((other) => other.string === string)) break;
              if (later.letGo.some((other) => other.note === note)) break;
              expect(later.placement.presses).toContainEqual(
                expect.objectContaining({
                  finger,
                  fret,
                  strings: expect.arrayContaining([string]) as number[],
                }),
              );
            }
          }
        });
      }),
    );
  });
});

/** Where no hand holds everything, how notes are given up is a rule of its own and not the least over all ways. */
const givesUp = ({ moments }: Fingering): boolean =>
  moments.some(({ fretting }) => fretting.some(({ name }) => name === 'given up'));

describe('constraints, where a hand holds everything', () => {
  test('taking a pinned finger away never raises the cost', () => {
    fc.assert(
      fc.property(anyScore, (score) => {
        const pinned = fingerScore(score);
        fc.pre(!givesUp(pinned));
        const free = changeNotes(score, ({ finger: _, ...note }) => note);
        expect(fingerScore(free).frettingMm).toBeLessThanOrEqual(pinned.frettingMm + 1e-6);
      }),
    );
  });
  test('leaving places open never raises the cost', () => {
    fc.assert(
      fc.property(smallScores({ moments: 5, mostFret: 7, mostNotes: 6 }), (score) => {
        const fixed = fingerScore(score);
        fc.pre(!givesUp(fixed));
        const open = fingerScore(score, { isOpen: ({ note }) => note.voice === 'melody' });
        expect(open.frettingMm).toBeLessThanOrEqual(fixed.frettingMm + 1e-6);
      }),
      { numRuns: 40 },
    );
  });
  test('a larger hand never gives up more', () => {
    const givenUp = (score: Score, size: HandSize) =>
      fingerScore(score, { hand: { ...mediumHand, size } }).moments.reduce(
        (sum, { notes, letGo }) => sum + letGo.length + notes.filter(({ isUnplayed }) => isUnplayed).length,
        0,
      );
    fc.assert(
      fc.property(smallScores({ moments: 1, mostFret: 9, mostNotes: 6 }), (score) => {
        expect(givenUp(score, 'large')).toBeLessThanOrEqual(givenUp(score, 'small'));
      }),
    );
  });
  test('behind a capo shapes cost no more than on the bare neck, where a hand holds them all', () => {
    fc.assert(
      fc.property(anyScore, fc.integer({ min: 1, max: 7 }), (score, capo) => {
        const bare = fingerScore({ ...score, capo: 0 });
        fc.pre(!givesUp(bare));
        expect(fingerScore({ ...score, capo }).frettingMm).toBeLessThanOrEqual(bare.frettingMm + 1e-6);
      }),
    );
  });
  test('behind a capo shapes within three frets cost the same: they are in reach everywhere', () => {
    fc.assert(
      fc.property(
        smallScores({ moments: 8, mostFret: 3, mostNotes: 12 }),
        fc.integer({ min: 1, max: 7 }),
        (score, capo) => {
          const [behind, bare] = [capo, 0].map((each) => fingerScore({ ...score, capo: each }).frettingMm);
          expect(behind).toBeCloseTo(bare ?? NaN, 6);
        },
      ),
    );
  });
  test('fingers once written in are kept at the same cost', () => {
    fc.assert(
      fc.property(anyScore, (score) => {
        const first = fingerScore(score);
        fc.pre(!givesUp(first) && first.costMm < 1000);
        expect(fingerScore(writeFingers(first)).costMm).toBeCloseTo(first.costMm, 6);
      }),
    );
  });
});

test('after an edit, an answer built on the one before is the same as one from nothing', () => {
  fc.assert(
    fc.property(
      anyScore,
      fc.array(fc.record({ pick: fc.nat(), fret: fc.nat(9), kind: fc.nat(3) }), {
        minLength: 1,
        maxLength: 5,
      }),
      (score, edits) => {
        let before = fingerScore(score);
        let current = score;
        for (const { pick, fret, kind } of edits) {
          const count = current.bars[0]!.notes.length;
          current = changeNotes(current, (note, index): Note | undefined => {
            if (index !== pick % count) return note;
            if (kind === 0 && count > 1) return undefined;
            return kind === 1 ? { ...note, durationTicks: 960 } : { ...note, fret };
          });
          const again = fingerScore(current, {}, before);
          const cold = fingerScore(current);
          expect(again.costMm).toBeCloseTo(cold.costMm, 6);
          const paid = again.moments.reduce((sum, each) => sum + each.frettingMm + each.pickingMm, 0);
          expect(paid).toBeCloseTo(cold.costMm, 6);
          before = again;
        }
      },
    ),
  );
});

test('a stroke taken out gives those after it more time, in an answer built on the one before, too', () => {
  const score = written(['t5:0@1 t5:0@1.5 t4:0@2']);
  const edited = changeNotes(score, (note, index) => (index === 1 ? undefined : note));
  expect(fingerScore(edited, {}, fingerScore(score)).costMm).toBeCloseTo(fingerScore(edited).costMm, 9);
  expect(fingerScore(edited).costMm).toBeLessThan(fingerScore(score).costMm);
});

test('an answer built on one for a copy of the score is the same: nothing hangs on which objects were read', () => {
  const score = written([
    '[x32010] t5:3@1 m1:0@1/1 t4:2@2 m2:1@2.5 t5:3@3 m1:3@3/1 t4:2@4',
    '[320003] t6:3@1 m1:3@1/1 t4:0@2 t6:3@3 m2:1@3/1 t4:0@4',
    '[133211] t6:1@1 m1:1@1/1 t4:3@2 m2:1@2.5 t6:1@3 m3:2@3/1 t4:3@4',
  ]);
  const before = fingerScore(score);
  const copy = structuredClone(score);
  expect(fingerScore(copy, {}, before).costMm).toBeCloseTo(before.costMm, 9);
  const edited = changeNotes(copy, (note) =>
    note.tick === 1920 && note.voice === 'melody' ? { ...note, finger: 3 } : note,
  );
  const again = fingerScore(edited, {}, fingerScore(copy, {}, before));
  expect(again.costMm).toBeCloseTo(fingerScore(edited).costMm, 9);
  expect(again.costMm).toBeGreaterThanOrEqual(before.costMm);
});

test('single grips of the open data set chords-db cost as much as their easiest fingering', () => {
  const shapes = dataSetShapes.filter((_, index) => index % 23 === 0);
  expect(shapes.length).toBeGreaterThan(80);
  for (const { frets } of shapes) {
    if (!fingerGrip(frets, blankScore({ title: 'One grip' }), mediumHand)) continue;
    const pressed = stringsLowToHigh.flatMap((string, index): Note[] => {
      const fret = frets[index] ?? null;
      return fret === null
        ? []
        : [{ tick: 0, durationTicks: 3840, string, fret, voice: string > 3 ? 'thumb' : 'melody' }];
    });
    const blank = blankScore({ title: 'One grip', barCount: 1 });
    const score = {
      ...blank,
      bars: [{ ...blank.bars[0]!, grips: [{ tick: 0, frets }], notes: pressed }],
    };
    const [moment] = fingerScore(score).moments;
    expect(moment!.notes.some(({ isUnplayed }) => isUnplayed)).toBe(false);
    const fingers = frets.map((fret, index) =>
      fret ? (moment!.notes.find(({ string }) => string === 6 - index)?.finger ?? null) : null,
    );
    const found = fingerings(frets, score, mediumHand).find((each) => each.fingers.join() === fingers.join());
    expect(found).toBeDefined();
    const easiest = fingerGrip(frets, score, mediumHand);
    // A finger other than the easiest is worth it only where it saves more than it costs to land fewer fingers.
    expect(found!.costMm).toBeLessThanOrEqual(easiest!.costMm + 24);
  }
});

function changeNotes(score: Score, change: (note: Note, index: number) => Note | undefined): Score {
  return {
    ...score,
    bars: score.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.flatMap((note, index) => change(note, index) ?? []),
    })),
  };
}
