import type { Tune } from '../../melody/index.ts';
import type { PieceEvidence } from '../evidence.ts';
import { guitarsOf, saidGuitar, type PlayersGuitar } from './guitars.ts';
import { neighbourGuitars } from './neighbour-guitars.ts';
import { ownThumbsOf } from './players-thumbs.ts';
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
  /** The id of the pattern that the thumb has in every bar, or {@link heldBass}; absent: the player’s usual one, and others now and then. */
  readonly thumb?: string;
}

/** Half the strokes: for a lighter hand, whoever is followed. */
const halfTime = 'half-time';

/** So many arrangements of a tune are made. */
export const mostArrangements = 3;

/**
 * Plans in the order they are tried, the likeliest first, until there are enough arrangements that differ. First the player’s guitars in the tune’s mode, by how often they are used and how well the tune lies there. A player with fewer guitars gives other ways to differ: a neighbouring key in the same tuning, another thumb of the player’s throughout, the next octave, at last a thumb with half the strokes. Empty where no guitar is known.
 */
export function arrangementPlans(tune: Tune, pieces: readonly PieceEvidence[]): ArrangementPlan[] {
  const counted = guitarsOf(pieces);
  const isSaid = pieces.some((piece) => piece.isSaid);
  const all = counted.length === 0 && isSaid ? [saidGuitar(pieces, tune.key)] : counted;
  const sameMode = all.filter(({ key }) => key.mode === tune.key.mode);
  const guitars = (sameMode.length > 0 ? sameMode : all)
    .map((guitar) => ({ guitar, fit: fitOf(tune, guitar, pieces) }))
    .sort((a, b) => b.fit - a.fit)
    .map(({ guitar }) => guitar);
  const [first] = guitars;
  if (!first) return [];
  const [neighbour, ...neighbours] = neighbourGuitars(guitars)
    .map((guitar) => ({ guitar, away: registerAway(tune, guitar, pieces) }))
    .sort((a, b) => a.away - b.away)
    .map(({ guitar }): ArrangementPlan => ({ guitar, octave: 'best' }));
  const { usual, others } = ownThumbsOf(pieces);
  const lighter = [usual, ...others].includes(halfTime) ? [] : [halfTime];
  const [thumb, ...thumbs] = [...others, ...lighter].map((pattern): ArrangementPlan => ({
    guitar: first,
    octave: 'best',
    thumb: pattern,
  }));
  return [
    ...guitars.slice(0, mostArrangements).map((guitar): ArrangementPlan => ({ guitar, octave: 'best' })),
    ...(neighbour ? [neighbour] : []),
    ...(thumb ? [thumb] : []),
    { guitar: first, octave: 'next' },
    ...thumbs,
    ...neighbours,
  ];
}
