import { sectionsOf } from '../../form/index.ts';
import type { Tune, TuneBar } from '../../melody/index.ts';
import type { PieceEvidence } from '../evidence.ts';
import type { PlayersGuitar } from './guitars.ts';
import { halfStepsAway, highestOf, pitchesOf } from './register.ts';

/** A section that is played an octave, or two, away from where the tune has it. */
export interface MovedSection {
  readonly name: string;
  readonly octaves: number;
}

export interface TuneInRegister {
  readonly tune: Tune;
  readonly moved: readonly MovedSection[];
}

/** A section is moved for no less than this, in half steps: the tune’s own rise from one to the next is worth something, too (from memory). */
const leastNearer = 4;
const octaveSteps = [-24, -12, 12, 24] as const;

/**
 * A tune whose sections lie far from each other, brought to where the player's own tunes lie, section by section, in whole octaves: a verse goes up, a break that would leave the neck comes down (common practice).
 * Taken is that the whole is moved by `transpose` half steps.
 */
export function inRegister(
  tune: Tune,
  guitar: PlayersGuitar,
  pieces: readonly PieceEvidence[],
  transpose: number,
): TuneInRegister {
  const most = highestOf(guitar, pieces);
  const moved: MovedSection[] = [];
  const bars = [...tune.bars];
  for (const { first, last, name } of sectionsOf(tune)) {
    const section = { ...tune, bars: tune.bars.slice(first, last + 1) };
    const pitches = pitchesOf(section);
    if (pitches.length === 0 || isTiedOver(tune.bars, first) || isTiedOver(tune.bars, last + 1)) continue;
    const away = (by: number) => halfStepsAway(section, guitar, pieces, transpose + by);
    const reach = Math.max(...pitches) + transpose;
    const best = octaveSteps
      .filter((by) => reach + by <= most)
      .reduce((nearest, by) => (away(by) < away(nearest) ? by : nearest), 0);
    if (away(0) - away(best) < leastNearer) continue;
    moved.push({ name, octaves: best / 12 });
    for (let index = first; index <= last; index += 1) {
      const bar = bars[index];
      if (bar)
        bars[index] = { ...bar, notes: bar.notes.map((note) => ({ ...note, midi: note.midi + best })) };
    }
  }
  return { tune: moved.length === 0 ? tune : { ...tune, bars }, moved };
}

/** Whether a note sounds on into a bar: both ends of it stay where they are. */
const isTiedOver = (bars: readonly TuneBar[], index: number): boolean =>
  bars[index]?.notes.some(({ marks }) => marks.tied) ?? false;
