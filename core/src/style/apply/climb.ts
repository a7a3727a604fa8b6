import { dealRounds, mulberry32 } from '../../random/index.ts';
import type { Bar, Score } from '../../score/index.ts';
import type { PlayersFigure } from '../players-figures.ts';
import type { Aim } from './aim.ts';
import { draftOf, withBars, type Draft } from './draft.ts';
import { barsAlike } from './like-bars.ts';
import { movesOf, type Move, type MoveKind } from './moves/index.ts';

/** A move that was made, and the bars it was made in, from 0. */
export interface Made {
  readonly kind: MoveKind;
  readonly word: string | undefined;
  readonly bars: readonly number[];
}

export interface ClimbSettings {
  readonly aim: Aim;
  readonly figures: readonly PlayersFigure[];
  /** Thumb patterns the player uses now and then. */
  readonly thumbs: readonly string[];
  /** Moves that may not be made. */
  readonly without: ReadonlySet<MoveKind>;
  /** Bars that stay, from 0. */
  readonly kept: ReadonlySet<number>;
  /** How much a move has to bring for what it takes from the tune: 1 as usual, less is closer to the player. */
  readonly tuneWeight: number;
  readonly seed: number;
}

export interface Climbed {
  readonly draft: Draft;
  readonly made: readonly Made[];
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
const sweeps = 3;
/** In one sweep no bar is changed more often, so that all bars come near together. */
const mostInBar = 2;

/**
 * Brings a laid tune nearer to a player, move by move: of all that could be done to a bar, and to the bars like it, what brings most for what it takes from the tune. Greedy, in an order dealt from the seed; yields the share done.
 */
export function* climb(laid: Score, settings: ClimbSettings): Generator<number, Climbed> {
  const { aim, kept, seed } = settings;
  const groups = barsAlike(laid).filter((bars) => !bars.some((bar) => kept.has(bar)));
  const order = dealRounds(groups, sweeps, mulberry32(seed));
  let draft = draftOf(laid, aim);
  const made: Made[] = [];
  for (const [turn, bars] of order.entries()) {
    for (let count = 0; count < mostInBar; count += 1) {
      const best = bestMove(draft, bars, settings);
      if (!best) break;
      draft = best.draft;
      made.push({ kind: best.move.kind, word: best.move.word, bars });
    }
    yield (turn + 1) / order.length;
  }
  return { draft, made };
}

interface Tried {
  readonly draft: Draft;
  readonly move: Move;
  /** What it brings, less what it takes. */
  readonly worth: number;
}

function bestMove(
  draft: Draft,
  bars: readonly number[],
  { aim, figures, thumbs, without, tuneWeight }: ClimbSettings,
): Tried | undefined {
  const { score } = draft;
  const [index = 0] = bars;
  const bar = score.bars[index];
  if (!bar) return undefined;
  let best: Tried | undefined;
  for (const move of movesOf({ score, index, bar, figures, thumbs })) {
    if (without.has(move.kind)) continue;
    const tried = withBars(draft, changed(score, bars, move), aim);
    const brings = ((draft.distance - tried.distance) * score.bars.length) / bars.length;
    const worth = brings - takes[move.kind] * tuneWeight;
    if (worth > (best?.worth ?? 0)) best = { draft: tried, move, worth };
  }
  return best;
}

const changed = ({ bars: all }: Score, bars: readonly number[], { change }: Move): ReadonlyMap<number, Bar> =>
  new Map(
    bars.flatMap((index) => {
      const bar = all[index];
      return bar ? [[index, change(bar)] as const] : [];
    }),
  );
