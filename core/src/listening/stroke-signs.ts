import type { Midi } from '../pitch/index.ts';
import type { Activations } from './activations.ts';
import type { Onset } from './onsets.ts';

/** What speaks for a pitch being struck at an onset, as logarithms of odds. */
export interface StrokeSigns {
  readonly midi: Midi;
  /** In the order of {@link signNames}. */
  readonly signs: readonly number[];
}

/** A partial is told from a note by what happens an octave and two below, an octave and a twelfth above. */
export const signNames = [
  'struck',
  'sounds after',
  'sounded before',
  'octave below struck',
  'octave below sounds after',
  'octave below sounded before',
  'two octaves below struck',
  'octave above struck',
  'twelfth above struck',
] as const;

/** A stroke is looked for so long before and after its onset, no further than half way to the next; in seconds. */
const reachS = { before: 0.035, after: 0.05 };
/** What sounds after a stroke and what sounded before it, in seconds from the onset. */
const afterS = { from: 0.02, to: 0.13 };
const beforeS = { from: -0.1, to: -0.02 };
/** Pitches less likely struck than this are not weighed. */
const leastStruck = 0.15;
const [octave, twelfth] = [12, 19];

/** The pitches that may have been struck at each onset: none that a model holds for less likely than `least`. */
export function strokeSigns(
  onsets: readonly Onset[],
  { timesS, lowest, pitches, struck, sounding }: Activations,
  wanted: readonly Midi[],
  least = leastStruck,
): StrokeSigns[][] {
  const frameAt = (atS: number): number => firstFrom(timesS, atS);
  /** One number a pitch out of some frames. */
  const over = (
    values: Float32Array,
    fromS: number,
    toS: number,
    join: (values: number[]) => number,
  ): number[] => {
    const first = Math.min(frameAt(fromS), timesS.length - 1);
    const last = Math.max(first, Math.min(frameAt(toS), timesS.length) - 1);
    return Array.from({ length: pitches }, (_, pitch) =>
      join(Array.from({ length: last - first + 1 }, (__, at) => values[(first + at) * pitches + pitch] ?? 0)),
    );
  };
  if (timesS.length === 0) return onsets.map(() => []);
  return onsets.map(({ atS }, index) => {
    const [before, next] = [onsets[index - 1]?.atS ?? -Infinity, onsets[index + 1]?.atS ?? Infinity];
    const from = Math.max(atS - reachS.before, (before + atS) / 2);
    const to = Math.min(atS + reachS.after, (next + atS) / 2);
    const here = over(struck, from, to, (all) => Math.max(...all));
    const after = over(sounding, atS + afterS.from, atS + afterS.to, mean);
    const was = over(sounding, atS + beforeS.from, atS + beforeS.to, mean);
    const at = (values: readonly number[], midi: Midi): number => odds(values[midi - lowest] ?? 0);
    return wanted
      .filter((midi) => (here[midi - lowest] ?? 0) >= least)
      .map((midi) => ({
        midi,
        signs: [
          at(here, midi),
          at(after, midi),
          at(was, midi),
          at(here, midi - octave),
          at(after, midi - octave),
          at(was, midi - octave),
          at(here, midi - 2 * octave),
          at(here, midi + octave),
          at(here, midi + twelfth),
        ],
      }));
  });
}

/** The first frame that is not before a time. */
function firstFrom(timesS: Float64Array, atS: number): number {
  let [low, high] = [0, timesS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((timesS[middle] ?? 0) < atS) low = middle + 1;
    else high = middle;
  }
  return low;
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, each) => sum + each, 0) / values.length;

/** Nothing is quite sure, nor quite impossible. */
const [surest, unlikeliest] = [0.997, 0.003];
const odds = (share: number): number => {
  const within = Math.min(surest, Math.max(unlikeliest, share));
  return Math.log(within / (1 - within));
};

/** The signs of a pitch of which a model hears nothing. */
export const unheardSigns: readonly number[] = signNames.map(() => odds(0));
