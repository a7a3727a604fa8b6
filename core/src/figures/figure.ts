import type { Score, Ticks } from '../score/index.ts';
import type { FigureRole } from './roles.ts';

/**
 * A few bars that are laid again and again: a run, a turnaround, an ending. Both voices, the grips and the fingers stand in a score of its own, with
 * tuning and key; its title is the figure's name, its player the one it is heard of.
 */
export interface Figure {
  readonly id: string;
  readonly role: FigureRole;
  /** Numeral of the chord it leads to. */
  readonly leadsTo?: string | undefined;
  /** Where it begins in its first bar, and ends in its last, in ticks of those bars. */
  readonly fromTick: Ticks;
  readonly toTick: Ticks;
  /** One to eight bars without sections, repeats and links. */
  readonly score: Score;
}
