import type { Score } from '../score/index.ts';
import { barViews } from './bar-view.ts';
import { readTraits } from './traits/index.ts';

/** Which measure evidence was made with: raised when a trait is added or read otherwise, so that kept evidence is made anew. */
export const styleMeasure = 2;

/** How often each value of a trait was found. */
export type Counts = ReadonlyMap<string | number, number>;

/** A piece as evidence of a manner: for each of its bars (from 0) the values of every trait, by the trait's id. */
export interface PieceEvidence {
  readonly title: string;
  readonly bars: readonly ReadonlyMap<string, readonly (string | number)[]>[];
}

/** Measures a piece bar by bar. `first` and `last` take a stretch of it, from 0, both included; bars before it still tell what is repeated. */
export function evidenceOf(score: Score, first = 0, last = score.bars.length - 1): PieceEvidence {
  return {
    title: score.title,
    bars: barViews(score)
      .slice(first, last + 1)
      .map((view) => new Map(readTraits.map(({ id, read }) => [id, read(view)]))),
  };
}

/** How often each value of a trait comes in pieces taken together. */
export function countsOf(pieces: readonly PieceEvidence[], trait: string): Counts {
  const [only] = pieces;
  if (only && pieces.length === 1) return countedIn(only, trait);
  const counts = new Map<string | number, number>();
  for (const piece of pieces)
    for (const [value, count] of countedIn(piece, trait)) counts.set(value, (counts.get(value) ?? 0) + count);
  return counts;
}

const counted = new WeakMap<PieceEvidence, Map<string, Counts>>();

/** A piece's own counts, made once: profiles and distances ask for them again and again. */
function countedIn(piece: PieceEvidence, trait: string): Counts {
  const known = counted.get(piece) ?? new Map<string, Counts>();
  counted.set(piece, known);
  const found = known.get(trait);
  if (found) return found;
  const counts = new Map<string | number, number>();
  for (const bar of piece.bars)
    for (const value of bar.get(trait) ?? []) counts.set(value, (counts.get(value) ?? 0) + 1);
  known.set(trait, counts);
  return counts;
}

export const totalOf = (counts: Counts): number =>
  [...counts.values()].reduce((sum, count) => sum + count, 0);
