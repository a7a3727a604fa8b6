import { inPlayingOrder, ticksOf, type Stretch, type Score } from '../score/index.ts';
import { fingerScore, fingerScoreSteps, type FingeringOptions } from './finger-score.ts';
import { finished } from '../steps/index.ts';

/** A score whose melody was laid on other strings, and what that saves. */
export interface PlacedMelody {
  readonly score: Score;
  /** Cost of both hands as it was and as it is, in mm. */
  readonly beforeMm: number;
  readonly afterMm: number;
  /** Notes that changed their place. */
  readonly moved: number;
}

/**
 * Chooses string and fret of the melody notes of a stretch, or of the whole score, anew, jointly with all fretting fingers, at
 * the least cost there is. Pitches stay; notes that keep their string, and those with a finger or position the teacher chose, stay
 * where they are.
 */
export const placeMelody = (
  score: Score,
  options: Omit<FingeringOptions, 'isOpen'>,
  within?: Pick<Stretch, 'from' | 'to'>,
): PlacedMelody => finished(placeMelodySteps(score, options, within));

/** The same in steps: yields the share done, 0 to 1. */
export function* placeMelodySteps(
  score: Score,
  options: Omit<FingeringOptions, 'isOpen'>,
  within: Pick<Stretch, 'from' | 'to'> = {
    from: { bar: 0, tick: 0 },
    to: { bar: score.bars.length, tick: 0 },
  },
): Generator<number, PlacedMelody> {
  const [from, to] = [ticksOf(score, within.from), ticksOf(score, within.to)];
  const before = fingerScore(score, options);
  const after = yield* fingerScoreSteps(score, {
    ...options,
    isOpen: ({ atTicks, note }) =>
      atTicks >= from &&
      atTicks < to &&
      note.voice === 'melody' &&
      note.finger === undefined &&
      note.position === undefined,
  });
  let moved = 0;
  const bars = score.bars.map((bar) => {
    const notes = bar.notes.map((note) => {
      const found = after.notes.get(note);
      if (!found || found.string === note.string) return note;
      moved += 1;
      return { ...note, string: found.string, fret: found.fret };
    });
    return notes.every((note, index) => note === bar.notes[index])
      ? bar
      : { ...bar, notes: notes.sort(inPlayingOrder) };
  });
  const laid = moved === 0 ? score : { ...score, bars };
  return { score: laid, beforeMm: before.costMm, afterMm: after.costMm, moved };
}
