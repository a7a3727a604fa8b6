import type { Tune } from '../../melody/index.ts';
import type { PieceEvidence } from '../evidence.ts';
import { guitarsOf, saidGuitar, type PlayersGuitar } from './guitars.ts';
import { registerAway } from './register.ts';

/** Standard deviation of where a player's tunes lie, from tune to tune, in half steps (from memory). */
const registerDeviation = 3;

/** How likely the player takes a guitar for a tune: how often it is taken, and how near to the player's other tunes this one lies on it. */
const fitOf = (tune: Tune, guitar: PlayersGuitar, pieces: readonly PieceEvidence[]): number =>
  Math.log(guitar.share) - (registerAway(tune, guitar, pieces) / registerDeviation) ** 2 / 2;

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
 * Up to so many plans, the first the most likely: one for each of the player's guitars in the tune's mode, by how often they are used and how well the tune lies there; with fewer guitars than plans, the tune in its other octave, then with its own rhythm. Empty where no guitar is known.
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
  const guitars = (sameMode.length > 0 ? sameMode : all)
    .map((guitar) => ({ guitar, fit: fitOf(tune, guitar, pieces) }))
    .sort((a, b) => b.fit - a.fit)
    .slice(0, limit)
    .map(({ guitar }) => guitar);
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
