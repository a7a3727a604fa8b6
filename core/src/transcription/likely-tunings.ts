import { openMidi, stringNumbers, type Tuning } from '../instrument/index.ts';
import type { HeardNote } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';

/** A tuning a recording may have been played in. */
export interface LikelyTuning {
  readonly tuning: Tuning;
  /** Semitones the whole guitar is tuned away (−), or the fret of a capo (+). */
  readonly shift: number;
  /** Heard notes below its lowest string, which cannot be played in it. */
  readonly below: number;
  /** Low notes that are open strings, and all low notes. */
  readonly openLow: number;
  readonly low: number;
  /** Open strings that are heard at all, from 6 to 1. */
  readonly openHeard: number;
  /** The lowest note heard, and whether it is an open string. */
  readonly lowest: Midi;
  readonly lowestIsOpen: boolean;
  /** Higher is likelier; compares within one recording only. */
  readonly score: number;
}

/** From this far down to this far up a guitar is likely to be moved as a whole. */
const shifts = { lowest: -3, highest: 5 } as const;
/** Low is what lies within so many semitones of the lowest note: the thumb's register. */
const register = 14;
/** How likely a note is at each fret when a string has it (common practice: open strings most, then the first position; set on half of the demo's pieces). */
const atFret = [0.34, 0.08, 0.14, 0.12, 0.08, 0.05, 0.03, 0.04, 0.02];
const furtherUp = 0.012;
const nowhere = 0.0005;
/** What each sign counts for beside that, in the same measure: the logarithm of how likely. */
const weights = { unheard: 0.09, shift: 0.03, thumb: 2 } as const;
/** How unusual a tuning is in these styles, from 0 (common practice); all others count as `rare`. */
const unusual: Readonly<Record<string, number>> = {
  standard: 0,
  'drop-d': 0.05,
  'open-g': 0.1,
  'open-d': 0.1,
};
const rare = 0.25;

/**
 * Tunings ranked by what is heard: low notes that are open strings, open strings that ring, notes that lie under no string, and how far up the neck the rest lies. The likeliest first. With no note there is none.
 */
export function likelyTunings(
  notes: readonly HeardNote[],
  tunings: readonly (Tuning & { readonly id?: string })[],
): LikelyTuning[] {
  const weighed = weighedPitches(notes);
  const [lowest] = [...weighed.keys()].sort((a, b) => a - b);
  if (lowest === undefined) return [];
  const found = tunings.flatMap((tuning) =>
    Array.from({ length: shifts.highest - shifts.lowest + 1 }, (_, index) =>
      weigh(tuning, shifts.lowest + index, weighed, lowest),
    ),
  );
  return namedOnce(found.sort((a, b) => b.score - a.score));
}

/** Drop D a half step down and behind capo 1 is drop D: of names for the same open strings the first is kept. */
function namedOnce(tunings: readonly LikelyTuning[]): LikelyTuning[] {
  const named = new Set<string>();
  return tunings.filter(({ tuning, shift }) => {
    const strings = stringNumbers.map((string) => openMidi(tuning, string) + shift).join(' ');
    if (named.has(strings)) return false;
    named.add(strings);
    return true;
  });
}

/** A pitch that comes once or twice may be a mistake: what counts are the others, by how often and how surely they come. */
function weighedPitches(notes: readonly HeardNote[]): Map<Midi, number> {
  const sums = new Map<Midi, number>();
  for (const { midi, sureness } of notes) sums.set(midi, (sums.get(midi) ?? 0) + sureness);
  const all = [...sums.values()].reduce((sum, each) => sum + each, 0);
  return new Map([...sums].filter(([, sum]) => sum >= leastShare * all));
}
const leastShare = 0.015;

function weigh(
  tuning: Tuning & { readonly id?: string },
  shift: number,
  weighed: ReadonlyMap<Midi, number>,
  lowest: Midi,
): LikelyTuning {
  const open = stringNumbers.map((string) => openMidi(tuning, string) + shift);
  let [below, openLow, low, likely, sum] = [0, 0, 0, 0, 0];
  for (const [midi, weight] of weighed) {
    const isLow = midi <= lowest + register;
    const frets = open.map((each) => midi - each).filter((fret) => fret >= 0);
    const counts = weight * (isLow ? weights.thumb : 1);
    const chance = Math.max(nowhere, ...frets.map((fret) => atFret[fret] ?? furtherUp));
    likely += counts * Math.log(chance);
    sum += counts;
    if (frets.length === 0) below += weight;
    if (!isLow) continue;
    low += weight;
    if (frets.includes(0)) openLow += weight;
  }
  const openHeard = open.filter((each) => weighed.has(each)).length;
  const lowestIsOpen = open.includes(lowest);
  const score =
    likely / sum -
    weights.unheard * (open.length - openHeard) -
    weights.shift * Math.abs(shift) -
    (unusual[tuning.id ?? ''] ?? rare);
  return {
    tuning,
    shift,
    below: Math.round(below),
    openLow: Math.round(openLow),
    low: Math.round(low),
    openHeard,
    lowest,
    lowestIsOpen,
    score,
  };
}
