import type { Bar, Score } from '../../score/index.ts';
import type { PlayersFigure } from '../players-figures.ts';
import type { Aim } from './aim.ts';
import { withBars, type Draft } from './draft.ts';
import { movesOf, type Move, type MoveKind } from './moves/index.ts';

export interface WeighSettings {
  readonly aim: Aim;
  readonly figures: readonly PlayersFigure[];
  /** Thumb patterns the player uses now and then. */
  readonly thumbs: readonly string[];
  /** Moves that may not be made. */
  readonly without: ReadonlySet<MoveKind>;
  /** How much a move has to bring for what it takes from the tune: 1 as usual, less is closer to the player. */
  readonly tuneWeight: number;
}

/** A move, and the draft with it made. */
export interface WeighedMove {
  readonly draft: Draft;
  readonly move: Move;
  /** How much nearer the bars come, less what it takes from the tune: a distance in one bar. */
  readonly worth: number;
}

/** What a move takes from the tune, as a distance in one bar (from memory). */
const takes: Readonly<Record<MoveKind, number>> = {
  push: 0.004,
  lag: 0.008,
  repeat: 0.006,
  inner: 0.006,
  thin: 0.012,
  double: 0.004,
  place: 0.002,
  touch: 0.001,
  thumb: 0.002,
  fill: 0.008,
  ending: 0.001,
};

/** All that could be done to a bar and to the others like it, from 0, each with what it is worth. */
export function weighedMoves(
  draft: Draft,
  bars: readonly number[],
  { aim, figures, thumbs, without, tuneWeight }: WeighSettings,
): WeighedMove[] {
  const { score } = draft;
  const [index = 0] = bars;
  const bar = score.bars[index];
  if (!bar) return [];
  return movesOf({ score, index, bar, figures, thumbs })
    .filter(({ kind }) => !without.has(kind))
    .map((move) => {
      const tried = withBars(draft, changed(score, bars, move), aim);
      const brings = ((draft.distance - tried.distance) * score.bars.length) / bars.length;
      return { draft: tried, move, worth: brings - takes[move.kind] * tuneWeight };
    });
}

/** The move that is worth most; undefined where none is worth anything. */
export const bestMove = (
  draft: Draft,
  bars: readonly number[],
  settings: WeighSettings,
): WeighedMove | undefined =>
  weighedMoves(draft, bars, settings).reduce<WeighedMove | undefined>(
    (best, each) => (each.worth > (best?.worth ?? 0) ? each : best),
    undefined,
  );

const changed = ({ bars: all }: Score, bars: readonly number[], { change }: Move): ReadonlyMap<number, Bar> =>
  new Map(
    bars.flatMap((index) => {
      const bar = all[index];
      return bar ? [[index, change(bar)] as const] : [];
    }),
  );
