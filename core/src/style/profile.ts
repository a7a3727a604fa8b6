import { dealPieces, spreadOf, type Spread } from './bootstrap.ts';
import { drawnShare, meanOf, sharesOf, type Shares } from './distribution.ts';
import { countsOf, totalOf, type Counts, type PieceEvidence } from './evidence.ts';
import type { Trait } from './trait.ts';
import { traits } from './traits/index.ts';

/** A bar that shows something: the piece by its place among the pieces measured, the bar from 0. */
export interface ExampleBar {
  readonly piece: number;
  readonly bar: number;
}

/** One value of a trait: what share of the counts it has, and bars that show it most. */
export interface ProfileValue extends Spread {
  readonly name: string | number;
  readonly examples: readonly ExampleBar[];
}

export interface ProfileTrait {
  readonly trait: Trait;
  /** How often anything was counted. */
  readonly count: number;
  /** In how many of the pieces; what is only said is none. */
  readonly pieces: number;
  /** Commonest first. */
  readonly values: readonly ProfileValue[];
  /** Of numbers: their mean. */
  readonly mean: Spread | undefined;
  /** Share of the figures that is drawn from all players, 0 to 1: half and more is little evidence. */
  readonly drawn: number;
}

/** A manner, measured from pieces. Traits of which nothing was found are left out. */
export interface Profile {
  /** Pieces and bars that were counted; what is only said is none. */
  readonly pieces: number;
  readonly bars: number;
  readonly traits: readonly ProfileTrait[];
}

export interface ProfileSettings {
  /** All players' pieces, toward which short evidence is drawn; absent: nothing is drawn. */
  readonly pool?: readonly PieceEvidence[];
  readonly seed?: number;
}

const bootstraps = 200;
const mostExamples = 4;

/** Measures a manner from pieces. The spread is a percentile bootstrap over whole pieces (Efron, Annals of Statistics 1979). */
export function profileOf(
  pieces: readonly PieceEvidence[],
  { pool, seed = 1 }: ProfileSettings = {},
): Profile {
  const dealt = dealPieces(pieces.length, bootstraps, seed);
  const counted = pieces.filter(({ isSaid }) => !isSaid);
  return {
    pieces: counted.length,
    bars: counted.reduce((sum, { bars }) => sum + bars.length, 0),
    traits: traits.flatMap((trait) => measureTrait(trait, pieces, pool && countsOf(pool, trait.id), dealt)),
  };
}

function measureTrait(
  trait: Trait,
  pieces: readonly PieceEvidence[],
  pool: Counts | undefined,
  dealt: readonly (readonly number[])[],
): ProfileTrait[] {
  const each = pieces.map((piece) => countsOf([piece], trait.id));
  const counts = added(each);
  const count = totalOf(counts);
  if (count === 0) return [];
  const shares = sharesOf(counts, pool);
  const tried = dealt.map((choice) => sharesOf(added(choice.map((index) => each[index] ?? new Map())), pool));
  const spread = (of: (each: Shares) => number): Spread => spreadOf(of(shares), tried.map(of));
  const values = [...shares.keys()]
    .map((name): ProfileValue => ({
      name,
      ...spread((one) => one.get(name) ?? 0),
      examples: examplesOf(pieces, trait.id, name),
    }))
    .sort((a, b) => b.value - a.value);
  return [
    {
      trait,
      count,
      pieces: each.filter((one, index) => totalOf(one) > 0 && !pieces[index]?.isSaid).length,
      values,
      mean: trait.values === 'numbers' ? spread(meanOf) : undefined,
      drawn: pool ? drawnShare(counts) : 0,
    },
  ];
}

function added(all: readonly Counts[]): Counts {
  const sum = new Map<string | number, number>();
  for (const counts of all)
    for (const [value, count] of counts) sum.set(value, (sum.get(value) ?? 0) + count);
  return sum;
}

/** Bars with most of a value, at most one a piece; the first of bars alike. */
function examplesOf(pieces: readonly PieceEvidence[], trait: string, value: string | number): ExampleBar[] {
  return pieces
    .flatMap(({ bars, isSaid }, piece) => {
      if (isSaid) return [];
      const found = bars.map((bar) => (bar.get(trait) ?? []).filter((each) => each === value).length);
      const most = Math.max(0, ...found);
      return most === 0 ? [] : [{ piece, bar: found.indexOf(most), most }];
    })
    .sort((a, b) => b.most - a.most)
    .slice(0, mostExamples)
    .map(({ piece, bar }) => ({ piece, bar }));
}

/** What share of a trait's counts a value has in a profile, 0 to 1; 0 where it was never found. */
export const shareIn = (profile: Profile, trait: string, value: string): number =>
  profile.traits.find((each) => each.trait.id === trait)?.values.find(({ name }) => name === value)?.value ??
  0;
