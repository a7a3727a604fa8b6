import type { Tuning } from '../instrument/index.ts';

/** Where a figure is to sound. */
export interface FigureTarget {
  /** Half steps from where it sounds now; any octave of it will do. */
  readonly semitones: number;
  /** Absent: its own tuning. */
  readonly tuning?: Tuning | undefined;
  /** The chord it goes to has the other third: what lies on the third of the figure’s chord goes along. */
  readonly third?: 'lowered' | 'raised' | undefined;
  /** The key it is written in from now on; absent: the one it has. */
  readonly isNewKey?: boolean;
}
