import type { HeardOnset } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import { fits, type Played } from './align.ts';
import type { ExpectedEvent } from './expected.ts';

/** What a moment loses for what is there beside it, and in any case, so that a little of everything is no match. */
const losses = { beside: 1.1, always: 0.6 };
/** A pinch comes in two within so many seconds. */
const samePinchS = 0.06;
/** A pitch is as strong as it gets in one of so many onsets. */
const strongShare = 0.85;

/** Onsets held against the study: how strongly what a moment asks for begins there, and what else does. */
export function playedOnsets(onsets: readonly HeardOnset[], events: readonly ExpectedEvent[]): Played {
  const strong = strongestOf(onsets);
  const setOf = ({ notes }: ExpectedEvent) =>
    [...new Set(notes.map(({ midi }) => midi))].sort((a, b) => a - b);
  const sets = events.map(setOf);
  const keys = sets.map((set) => set.join(' '));
  const gains = onsets.map((onset) => {
    const known = new Map<string, number>();
    return (event: number): number => {
      const key = keys[event] ?? '';
      const value = known.get(key) ?? gainOf(onset, sets[event] ?? [], strong);
      known.set(key, value);
      return value;
    };
  });
  return {
    startS: onsets.map(({ atS }) => atS),
    gain: (heard, event) => gains[heard]?.(event) ?? 0,
    mayShare: (before, heard, event) => {
      const gap = (onsets[heard]?.atS ?? 0) - (onsets[before]?.atS ?? 0);
      return gap < samePinchS && (sets[event]?.length ?? 0) > 1;
    },
  };
}

function gainOf(onset: HeardOnset, set: readonly Midi[], strong: (midi: Midi) => number): number {
  const shares = onset.strengthsOf(set).map(({ midi, strength }) => Math.min(1, strength / strong(midi)));
  const fit = shares.reduce((sum, each) => sum + each, 0) / Math.max(1, set.length);
  const other = onset.beside(set);
  const rest = other ? Math.min(1, other.strength / strong(other.midi)) : 0;
  return fits * 1.3 * fit - losses.beside * rest - losses.always;
}

/** How strong each pitch gets in this recording; one that hardly ever sounds is held against all others. */
function strongestOf(onsets: readonly HeardOnset[]): (midi: Midi) => number {
  const known = new Map<Midi, number>();
  const usual = quantile(
    onsets.flatMap((onset) => onset.beside([])?.strength ?? []),
    0.5,
  );
  return (midi) => {
    const before = known.get(midi);
    if (before !== undefined) return before;
    const all = onsets.map((onset) => onset.strengthsOf([midi])[0]?.strength ?? 0);
    const value = Math.max(usual * 0.5, quantile(all, strongShare)) || 1;
    known.set(midi, value);
    return value;
  };
}

const quantile = (numbers: readonly number[], share: number): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * share)] ?? 0;
