import type { Tune } from '../../melody/index.ts';
import type { PieceEvidence } from '../evidence.ts';
import { guitarsOf, saidGuitar, type PlayersGuitar } from './guitars.ts';

/** A way to set a tune for a player that is unlike the others in kind, not in detail. */
export interface ArrangementPlan {
  readonly guitar: PlayersGuitar;
  /** Of the octaves the tune could lie in, the one that suits best, or the next. */
  readonly octave: 'best' | 'next';
  /** Whether the tune's rhythm may become the player's, or stays as it is written. */
  readonly rhythm: 'players' | 'as written';
}

/** Most arrangements unless told. */
export const mostArrangements = 3;

/**
 * Up to so many plans, the first the most likely: one for each of the player's guitars in the tune's mode, by how often they are used; with fewer guitars than plans, the tune in its other octave, then with its own rhythm. Empty where no guitar is known.
 */
export function arrangementPlans(
  tune: Tune,
  pieces: readonly PieceEvidence[],
  limit = mostArrangements,
): ArrangementPlan[] {
  const counted = guitarsOf(pieces);
  const isSaid = pieces.some((piece) => piece.isSaid);
  const all = counted.length === 0 && isSaid ? [saidGuitar(pieces, tune.key)] : counted;
  const sameMode = all.filter(({ key }) => key.mode === tune.key.mode);
  const guitars = (sameMode.length > 0 ? sameMode : all).slice(0, limit);
  const [first] = guitars;
  if (!first) return [];
  const more: ArrangementPlan[] = [
    { guitar: first, octave: 'next', rhythm: 'players' },
    { guitar: first, octave: 'best', rhythm: 'as written' },
  ];
  return [
    ...guitars.map((guitar): ArrangementPlan => ({ guitar, octave: 'best', rhythm: 'players' })),
    ...more,
  ].slice(0, limit);
}
