import type { Bar, Score } from '../../../score/index.ts';
import type { PlayersFigure } from '../../players-figures.ts';

/** What an arranger may do to a bar, in the order it is told. */
export const moveKinds = [
  'push',
  'lag',
  'repeat',
  'inner',
  'thin',
  'double',
  'place',
  'touch',
  'thumb',
  'fill',
  'ending',
] as const;
export type MoveKind = (typeof moveKinds)[number];

/** One change to a bar. It is told by ticks and strings, so that it fits every bar that is the same. */
export interface Move {
  readonly kind: MoveKind;
  /** What a touch, or a thumb, is called: "hammer", "walk". */
  readonly word?: string;
  readonly change: (bar: Bar) => Bar;
  /** What becomes of the bar before; undefined where that one has no room, and the move is not made there. Absent: nothing. */
  readonly changeBefore?: (before: Bar) => Bar | undefined;
}

/** What a bar's moves are found from. */
export interface MoveSetting {
  readonly score: Score;
  /** From 0. */
  readonly index: number;
  readonly bar: Bar;
  readonly figures: readonly PlayersFigure[];
  /** Thumb patterns that the player uses now and then, by their ids. */
  readonly thumbs: readonly string[];
}

/** Moves that change which notes of the tune there are, or when they come. */
export const bendsTheTune: ReadonlySet<MoveKind> = new Set([
  'push',
  'lag',
  'repeat',
  'inner',
  'thin',
  'fill',
  'ending',
]);
