import { inPlayingOrder, ticksOf, type Stretch, type Study } from '../score/index.ts';
import { fingerStudy, fingerStudySteps, type FingeringOptions } from './finger-study.ts';
import { finished } from './layered-search.ts';

/** A study whose melody was laid on other strings, and what that saves. */
export interface PlacedMelody {
  readonly study: Study;
  /** Cost of both hands as it was and as it is, in mm. */
  readonly beforeMm: number;
  readonly afterMm: number;
  /** Notes that changed their place. */
  readonly moved: number;
}

/**
 * Chooses string and fret of the melody notes of a stretch, or of the whole study, anew, jointly with all fretting fingers, at
 * the least cost there is. Pitches stay; notes that keep their string, and those with a finger or position the teacher chose, stay
 * where they are.
 */
export const placeMelody = (
  study: Study,
  options: Omit<FingeringOptions, 'isOpen'>,
  within?: Pick<Stretch, 'from' | 'to'>,
): PlacedMelody => finished(placeMelodySteps(study, options, within));

/** The same in steps: yields the share done, 0 to 1. */
export function* placeMelodySteps(
  study: Study,
  options: Omit<FingeringOptions, 'isOpen'>,
  within: Pick<Stretch, 'from' | 'to'> = {
    from: { bar: 0, tick: 0 },
    to: { bar: study.bars.length, tick: 0 },
  },
): Generator<number, PlacedMelody> {
  const [from, to] = [ticksOf(study, within.from), ticksOf(study, within.to)];
  const before = fingerStudy(study, options);
  const after = yield* fingerStudySteps(study, {
    ...options,
    isOpen: ({ atTicks, note }) =>
      atTicks >= from &&
      atTicks < to &&
      note.voice === 'melody' &&
      note.finger === undefined &&
      note.position === undefined,
  });
  let moved = 0;
  const bars = study.bars.map((bar) => {
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
  const laid = moved === 0 ? study : { ...study, bars };
  return { study: laid, beforeMm: before.costMm, afterMm: after.costMm, moved };
}
