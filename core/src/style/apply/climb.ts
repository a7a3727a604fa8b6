import { dealRounds, mulberry32 } from '../../random/index.ts';
import type { Score } from '../../score/index.ts';
import { draftOf, type Draft } from './draft.ts';
import { barsAlike } from './like-bars.ts';
import type { MoveKind } from './moves/index.ts';
import { bestMove, type WeighSettings } from './weigh-moves.ts';

/** A move that was made, and the bars it was made in, from 0. */
export interface Made {
  readonly kind: MoveKind;
  readonly word: string | undefined;
  readonly bars: readonly number[];
}

export interface ClimbSettings extends Omit<WeighSettings, 'tried'> {
  readonly seed: number;
}

export interface Climbed {
  readonly draft: Draft;
  readonly made: readonly Made[];
}

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
  const weighing: WeighSettings = { ...settings, tried: new Map() };
  const made: Made[] = [];
  for (const [turn, bars] of order.entries()) {
    for (let count = 0; count < mostInBar; count += 1) {
      const best = bestMove(draft, bars, weighing);
      if (!best) break;
      draft = best.draft;
      made.push({ kind: best.move.kind, word: best.move.word, bars });
    }
    yield (turn + 1) / order.length;
  }
  return { draft, made };
}
