import { gripAt, type Bar, type Score } from '../../score/index.ts';
import type { PlayersFigure } from '../players-figures.ts';
import type { Aim } from './aim.ts';
import { changeTo, withChange, type Change, type Draft } from './draft.ts';
import { movesOf, type Move, type MoveKind } from './moves/index.ts';

export interface WeighSettings {
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
  /** Remembers what was tried; absent: all is tried anew. */
  readonly tried?: TriedMoves;
}

/** A move, and the draft with it made. */
export interface WeighedMove {
  readonly draft: Draft;
  readonly move: Move;
  /** The bars that are changed, from 0. */
  readonly bars: readonly number[];
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

/** What could be done to bars, as long as they and what they are played over stay what they are. */
interface Tried {
  readonly under: readonly unknown[];
  readonly changes: readonly { readonly move: Move; readonly change: Change }[];
}

/** Moves that were tried before, by the first bar they are made in: another sweep only has to weigh them. */
type TriedMoves = Map<number, Tried>;

/** All that could be done to a bar and to the others like it, from 0, each with what it is worth. */
export function weighedMoves(draft: Draft, bars: readonly number[], settings: WeighSettings): WeighedMove[] {
  const { aim, tuneWeight } = settings;
  const { score } = draft;
  return changesTried(draft, bars, settings).map(({ move, change }) => {
    const made = withChange(draft, change, aim);
    const brings = ((draft.distance - made.distance) * score.bars.length) / bars.length;
    return {
      draft: made,
      move,
      bars: [...change.bars.keys()].sort((a, b) => a - b),
      worth: brings - takes[move.kind] * tuneWeight,
    };
  });
}

/** The moves of some bars that are alike, with what each would change. */
function changesTried(draft: Draft, bars: readonly number[], settings: WeighSettings): Tried['changes'] {
  const { aim, figures, thumbs, without, kept, tried } = settings;
  const { score } = draft;
  const [index = 0] = bars;
  const bar = score.bars[index];
  if (!bar) return [];
  const under = bars.flatMap((each) => surroundings(score, each));
  const known = tried?.get(index);
  if (known?.under.length === under.length && known.under.every((each, place) => each === under[place]))
    return known.changes;
  const changes = movesOf({ score, index, bar, figures, thumbs })
    .filter(({ kind }) => !without.has(kind))
    .map((move) => ({ move, change: changeTo(draft, changed(score, bars, move, kept), aim) }));
  tried?.set(index, { under, changes });
  return changes;
}

/** What the moves of a bar, and what is told of it, depend on: the bars about it, and the grip that is held on into it. */
const surroundings = (score: Score, index: number): unknown[] => [
  ...[-2, -1, 0, 1, 2].map((by) => score.bars[index + by]),
  gripAt(score, Math.max(0, index - 2), 0),
];

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

/** The bars a move changes, and those before them, one after the other, as two of them may lie side by side. */
function changed(
  { bars: all }: Score,
  bars: readonly number[],
  { change, changeBefore }: Move,
  kept: ReadonlySet<number>,
): ReadonlyMap<number, Bar> {
  const now = new Map<number, Bar>();
  for (const index of bars) {
    const bar = now.get(index) ?? all[index];
    if (!bar) continue;
    if (changeBefore) {
      const before = kept.has(index - 1) ? undefined : (now.get(index - 1) ?? all[index - 1]);
      const led = before && changeBefore(before);
      if (!led) continue;
      now.set(index - 1, led);
    }
    now.set(index, change(bar));
  }
  return now;
}
