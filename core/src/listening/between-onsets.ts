import type { Midi } from '../pitch/index.ts';
import type { Activations } from './activations.ts';
import type { Onset } from './onsets.ts';
import { strokeSigns } from './stroke-signs.ts';

/** One pitch that may have been struck at a moment, with the signs of it. */
export interface PossibleStroke {
  readonly startS: number;
  readonly midi: Midi;
  /** As {@link strokeSigns} gives them. */
  readonly signs: readonly number[];
}

/** So near to an onset it is that onset’s stroke, in seconds. */
const ofOnsetS = 0.04;
/** A model that holds a stroke for less likely than this hears none. */
const leastStruck = 0.3;

/** Pitches that a model hears struck where no onset was found: a soft note soon after a loud one hardly changes the sound as a whole. */
export function strokesBetween(
  onsets: readonly Onset[],
  activations: Activations,
  wanted: readonly Midi[],
): PossibleStroke[] {
  const { timesS, lowest, pitches, struck } = activations;
  const isFree = Array.from(timesS, (at) => onsets.every(({ atS }) => Math.abs(atS - at) >= ofOnsetS));
  return wanted
    .filter((midi) => midi >= lowest && midi < lowest + pitches)
    .flatMap((midi) => {
      const at = (frame: number): number => struck[frame * pitches + midi - lowest] ?? 0;
      return Array.from(timesS).flatMap((startS, frame) => {
        const isPeak = at(frame) >= leastStruck && at(frame) >= at(frame - 1) && at(frame) >= at(frame + 1);
        if (!isPeak || !isFree[frame]) return [];
        const [found] = strokeSigns([{ atS: startS, strength: 0 }], activations, [midi]);
        return (found ?? []).map(({ signs }) => ({ startS, midi, signs }));
      });
    });
}
