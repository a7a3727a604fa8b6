import type { ScoreFacts } from './facts.ts';
import type { Measured } from './measured.ts';
import { barres, gripChanges, reach, shifts, thumbOver, upTheNeck } from './measures/fretting-hand.ts';
import { bendsAndTurns, bottleneck, crossings, doubleStops, frettingHandNotes } from './measures/melody.ts';
import { toBeLearned, tuning, unevenBars } from './measures/piece.ts';
import { bassOffGrip, damping, thumbPattern } from './measures/thumb.ts';
import { offBeat, pace, pinches } from './measures/together.ts';

export type HandsConcerned = 'thumb' | 'melody' | 'both';

export interface Dimension {
  readonly name: string;
  readonly hands: HandsConcerned;
  readonly measure: (facts: ScoreFacts) => Measured;
}

/**
 * The order in which things get hard (common practice): a damped string, alternating strings, grip changes, pinches,
 * notes between beats, hammer-ons and slides, the neck and stretches, tempo. All is measured on what has to be learned: a bar that was played before
 * counts for nothing, a chord for one event.
 */
export const dimensions: readonly Dimension[] = [
  { name: 'Off the beat', hands: 'both', measure: offBeat },
  { name: 'Thumb pattern', hands: 'thumb', measure: thumbPattern },
  { name: 'Bass off the grip', hands: 'thumb', measure: bassOffGrip },
  { name: 'Damping', hands: 'thumb', measure: damping },
  { name: 'Pinches', hands: 'both', measure: pinches },
  { name: 'Grip changes', hands: 'both', measure: gripChanges },
  { name: 'Barres', hands: 'melody', measure: barres },
  { name: 'Thumb over the edge', hands: 'melody', measure: thumbOver },
  { name: 'Reach', hands: 'melody', measure: reach },
  { name: 'String crossings', hands: 'melody', measure: crossings },
  { name: 'Double stops', hands: 'melody', measure: doubleStops },
  { name: 'Shifts', hands: 'melody', measure: shifts },
  { name: 'Fretting-hand notes', hands: 'melody', measure: frettingHandNotes },
  { name: 'Bends and turns', hands: 'melody', measure: bendsAndTurns },
  { name: 'Bottleneck', hands: 'melody', measure: bottleneck },
  { name: 'Up the neck', hands: 'melody', measure: upTheNeck },
  { name: 'Uneven bars', hands: 'both', measure: unevenBars },
  { name: 'To be learned', hands: 'both', measure: toBeLearned },
  { name: 'Tuning', hands: 'both', measure: tuning },
  { name: 'Pace', hands: 'both', measure: pace },
];
