import type { Score } from '../score/index.ts';
import { barViews, type BarView } from './bar-view.ts';
import { figuresOf, type PlayersFigure } from './players-figures.ts';
import { readTraits } from './traits/index.ts';

/** Which measure evidence was made with: raised when a trait is added or read otherwise, so that kept evidence is made anew. */
export const styleMeasure = 6;

/** How often each value of a trait was found. */
export type Counts = ReadonlyMap<string | number, number>;

/** The values of every trait in a bar, by the trait's id. */
export type BarEvidence = ReadonlyMap<string, readonly (string | number)[]>;

/** A piece as evidence of a manner: for each of its bars (from 0) the values of every trait. */
export interface PieceEvidence {
  readonly title: string;
  /** Said of the player, not counted from a piece: its one bar stands nowhere. */
  readonly isSaid?: true;
  readonly bars: readonly BarEvidence[];
  /** What the player plays over a held tune, and how the piece ends. */
  readonly figures: readonly PlayersFigure[];
}

/** Measures a piece bar by bar. `first` and `last` take a stretch of it, from 0, both included; bars before it still tell what is repeated. */
export function evidenceOf(score: Score, first = 0, last = score.bars.length - 1): PieceEvidence {
  return {
    title: score.title,
    bars: barViews(score)
      .slice(first, last + 1)
      .map(valuesIn),
    figures: figuresOf(score, first, last),
  };
}

const valuesIn = (view: BarView): BarEvidence => new Map(readTraits.map(({ id, read }) => [id, read(view)]));

/** How often each value of a trait comes in pieces taken together; with metres, in their bars only. */
export function countsOf(
  pieces: readonly PieceEvidence[],
  trait: string,
  metres?: ReadonlySet<string>,
): Counts {
  const [only] = pieces;
  if (only && pieces.length === 1) return countedIn(only, trait, metres);
  const counts = new Map<string | number, number>();
  for (const piece of pieces)
    for (const [value, count] of countedIn(piece, trait, metres))
      counts.set(value, (counts.get(value) ?? 0) + count);
  return counts;
}

const counted = new WeakMap<PieceEvidence, Map<string, Counts>>();

/** A piece's own counts, made once: profiles and distances ask for them again and again. */
function countedIn(piece: PieceEvidence, trait: string, metres: ReadonlySet<string> | undefined): Counts {
  const known = counted.get(piece) ?? new Map<string, Counts>();
  counted.set(piece, known);
  const asked = metres ? `${trait} in ${[...metres].sort().join()}` : trait;
  const found = known.get(asked);
  if (found) return found;
  const counts = new Map<string | number, number>();
  for (const bar of piece.bars)
    if (!metres || piece.isSaid || metres.has(metreOf(bar)))
      for (const value of bar.get(trait) ?? []) counts.set(value, (counts.get(value) ?? 0) + 1);
  known.set(asked, counts);
  return counts;
}

const metreOf = (bar: BarEvidence): string => String(bar.get('metre')?.[0] ?? '');

/** The metres that pieces have bars in; undefined where all is only said, which holds in any. */
export function metresOf(pieces: readonly PieceEvidence[]): ReadonlySet<string> | undefined {
  const counted = pieces.filter(({ isSaid }) => !isSaid);
  return counted.length === 0 ? undefined : new Set(counted.flatMap(({ bars }) => bars.map(metreOf)));
}

export const totalOf = (counts: Counts): number =>
  [...counts.values()].reduce((sum, count) => sum + count, 0);
