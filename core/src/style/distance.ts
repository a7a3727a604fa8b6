import { deviationOf, jensenShannon, sharesOf, wasserstein } from './distribution.ts';
import { countsOf, metresOf, totalOf, type Counts, type PieceEvidence } from './evidence.ts';
import type { Trait } from './trait.ts';
import { traits } from './traits/index.ts';

/** How far two bodies of evidence lie apart in one trait. */
export interface TraitDistance {
  readonly trait: Trait;
  /** Jensen–Shannon in bits for kinds; for numbers Wasserstein in the trait's unit. */
  readonly statistic: number;
  /** The same from 0, alike, to 1, nothing in common. */
  readonly apart: number;
}

export interface DistanceSettings {
  /** All players’ pieces: what is drawn toward, and the scale of numbers. */
  readonly pool: readonly PieceEvidence[];
  /** Leaves out what is told by how the guitar is set up or by the piece chosen; grips are then held against grips of the same chords only. */
  readonly withoutSettings?: boolean;
}

/** Numbers so many standard deviations of all players apart have nothing in common (from memory). */
export const wholeDeviations = 3;

/** Distances trait by trait, where both sides tell anything. What is told in places of the bar is held against bars in the metres of the first side only: a waltz cannot be like a tune in four there. */
export function traitDistances(
  one: readonly PieceEvidence[],
  other: readonly PieceEvidence[],
  { pool, withoutSettings = false }: DistanceSettings,
): TraitDistance[] {
  const metres = metresOf(one);
  return traits
    .filter(({ isSetting, isOfTune }) => !(withoutSettings && (isSetting ?? isOfTune)))
    .flatMap((trait): TraitDistance[] => {
      const [counts, others, all] = [one, other, pool].map((pieces) =>
        countsOf(pieces, trait.id, trait.isOfMetre ? metres : undefined),
      );
      if (!counts || !others || !all) return [];
      const [mine, theirs] =
        trait.isOfChord && withoutSettings ? ofCommonChords(counts, others) : [counts, others];
      if (totalOf(mine) === 0 || totalOf(theirs) === 0) return [];
      const [a, b] = [sharesOf(mine, all), sharesOf(theirs, all)];
      if (trait.values === 'kinds') {
        const statistic = jensenShannon(a, b);
        return [{ trait, statistic, apart: statistic }];
      }
      const statistic = wasserstein(a, b);
      const whole = wholeDeviations * deviationOf(sharesOf(all));
      return [{ trait, statistic, apart: whole === 0 ? 0 : Math.min(1, statistic / whole) }];
    });
}

/** Values whose chord, their first word, is had on both sides: which chords there are is the tune's, how they are held is the player's. */
function ofCommonChords(one: Counts, other: Counts): readonly [Counts, Counts] {
  const chordOf = (value: string | number) => String(value).split(' ')[0];
  const [chords, others] = [one, other].map((counts) => new Set([...counts.keys()].map(chordOf)));
  const common = (counts: Counts, of: ReadonlySet<unknown> | undefined) =>
    new Map([...counts].filter(([value]) => of?.has(chordOf(value))));
  return [common(one, others), common(other, chords)];
}

/** What each trait counts for, by its id; a trait that is not named counts 1. */
export type TraitWeights = ReadonlyMap<string, number>;

/** One figure for all traits: their mean by weight, 0 alike to 1. */
export function distanceOf(distances: readonly TraitDistance[], weights: TraitWeights = new Map()): number {
  const weightOf = ({ trait }: TraitDistance) => weights.get(trait.id) ?? 1;
  const whole = distances.reduce((sum, each) => sum + weightOf(each), 0);
  return whole === 0 ? 0 : distances.reduce((sum, each) => sum + weightOf(each) * each.apart, 0) / whole;
}

/** A player with what was measured of the pieces. */
export interface MeasuredPlayer {
  readonly pieces: readonly PieceEvidence[];
}

/**
 * What each trait tells: how far pieces lie from those of other players, over how far they lie from the other pieces of their own. A trait in which a player's pieces differ as much as anybody's counts little.
 * Needs two players and two pieces of each; with less, every trait counts 1.
 */
export function tellingWeights(players: readonly MeasuredPlayer[], settings: DistanceSettings): TraitWeights {
  const known = players.filter(({ pieces }) => pieces.length > 1);
  if (known.length < 2) return new Map();
  const own = new Map<string, number[]>();
  const others = new Map<string, number[]>();
  for (const player of known)
    for (const piece of player.pieces)
      for (const other of known) {
        const rest = other === player ? player.pieces.filter((each) => each !== piece) : other.pieces;
        const found = other === player ? own : others;
        for (const { trait, apart } of traitDistances([piece], rest, settings))
          found.set(trait.id, [...(found.get(trait.id) ?? []), apart]);
      }
  return new Map(
    [...own].map(([id, within]) => [id, mean(others.get(id) ?? []) / (mean(within) + leastWithin)]),
  );
}

/** Keeps a trait in which every player's pieces are all alike from outweighing all others. */
const leastWithin = 0.02;
const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

/** Players by their distance from a piece, the nearest first. */
export function nearest<T extends MeasuredPlayer>(
  piece: PieceEvidence,
  players: readonly T[],
  settings: DistanceSettings & { readonly weights?: TraitWeights },
): { readonly player: T; readonly distance: number }[] {
  return players
    .map((player) => ({
      player,
      distance: distanceOf(traitDistances([piece], player.pieces, settings), settings.weights),
    }))
    .sort((a, b) => a.distance - b.distance);
}
