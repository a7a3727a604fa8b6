import { dealPieces, spreadOf, type Spread } from './bootstrap.ts';
import { meanOf, sharesOf } from './distribution.ts';
import { traitDistances, type DistanceSettings, type TraitDistance } from './distance.ts';
import { countsOf, type PieceEvidence } from './evidence.ts';
import type { ExampleBar } from './profile.ts';
import type { Trait } from './trait.ts';

/** One value on both sides: its shares, 0 to 1, and how far they differ. */
export interface ComparedValue {
  readonly name: string | number;
  readonly one: number;
  readonly other: number;
  /** One less the other. */
  readonly difference: Spread;
}

/** One trait of two manners beside each other. */
export interface ComparedTrait {
  readonly trait: Trait;
  readonly statistic: 'Jensen–Shannon' | 'Wasserstein';
  /** In bits, or in the trait's unit. */
  readonly distance: Spread;
  /** From 0, alike, to 1, nothing in common. */
  readonly apart: number;
  /** Of kinds: the values that differ most, the widest first. */
  readonly values: readonly ComparedValue[];
  /** Of numbers: both means. */
  readonly means: { readonly one: number; readonly other: number } | undefined;
  /** A bar of each side that shows the difference; undefined where no bar does. */
  readonly heard: { readonly one: ExampleBar | undefined; readonly other: ExampleBar | undefined };
}

const bootstraps = 100;
const mostValues = 4;

interface Sides {
  readonly one: readonly PieceEvidence[];
  readonly other: readonly PieceEvidence[];
}

/** Sets two manners side by side, trait by trait; what tells them apart for sure comes first: the low end of its interval. */
export function compareManners(
  sides: Sides,
  settings: DistanceSettings & { readonly seed?: number },
): ComparedTrait[] {
  const dealt = {
    one: dealPieces(sides.one.length, bootstraps, settings.seed ?? 1),
    other: dealPieces(sides.other.length, bootstraps, (settings.seed ?? 1) + 1),
  };
  const tries = dealt.one.map((choice, index): Sides => ({
    one: choice.flatMap((at) => sides.one[at] ?? []),
    other: (dealt.other[index] ?? []).flatMap((at) => sides.other[at] ?? []),
  }));
  const tried = tries.map(({ one, other }) => byTrait(traitDistances(one, other, settings)));
  return traitDistances(sides.one, sides.other, settings)
    .map((distance) => compareTrait(distance, sides, tries, tried, settings))
    .sort((a, b) => sureOf(b) - sureOf(a));
}

const byTrait = (distances: readonly TraitDistance[]): ReadonlyMap<string, TraitDistance> =>
  new Map(distances.map((each) => [each.trait.id, each]));

const sureOf = ({ apart, distance }: ComparedTrait): number =>
  distance.value === 0 ? 0 : (apart * distance.low) / distance.value;

function compareTrait(
  { trait, statistic, apart }: TraitDistance,
  { one, other }: Sides,
  tries: readonly Sides[],
  tried: readonly ReadonlyMap<string, TraitDistance>[],
  { pool }: DistanceSettings,
): ComparedTrait {
  const all = countsOf(pool, trait.id);
  const shares = (pieces: readonly PieceEvidence[]) => sharesOf(countsOf(pieces, trait.id), all);
  const [a, b] = [shares(one), shares(other)];
  const both = tries.map((sides) => ({ one: shares(sides.one), other: shares(sides.other) }));
  const widest = [...new Set([...a.keys(), ...b.keys()])]
    .map((name) => ({ name, one: a.get(name) ?? 0, other: b.get(name) ?? 0 }))
    .sort((x, y) => Math.abs(y.one - y.other) - Math.abs(x.one - x.other));
  const more = widest.find((value) => value.one > value.other)?.name;
  const less = widest.find((value) => value.one < value.other)?.name;
  return {
    trait,
    statistic: trait.values === 'kinds' ? 'Jensen–Shannon' : 'Wasserstein',
    distance: spreadOf(
      statistic,
      tried.flatMap((each) => each.get(trait.id)?.statistic ?? []),
    ),
    apart,
    values:
      trait.values === 'kinds'
        ? widest.slice(0, mostValues).map((value) => ({
            ...value,
            difference: spreadOf(
              value.one - value.other,
              both.map((each) => (each.one.get(value.name) ?? 0) - (each.other.get(value.name) ?? 0)),
            ),
          }))
        : [],
    means: trait.values === 'numbers' ? { one: meanOf(a), other: meanOf(b) } : undefined,
    heard: { one: showing(one, trait, more), other: showing(other, trait, less) },
  };
}

/** The bar with most of a value; the first of those alike. What is only said has no bar. */
function showing(
  pieces: readonly PieceEvidence[],
  { id }: Trait,
  value: string | number | undefined,
): ExampleBar | undefined {
  let best: (ExampleBar & { readonly most: number }) | undefined;
  pieces.forEach(({ bars, isSaid }, piece) =>
    (isSaid ? [] : bars).forEach((bar, index) => {
      const most = (bar.get(id) ?? []).filter((each) => each === value).length;
      if (most > (best?.most ?? 0)) best = { piece, bar: index, most };
    }),
  );
  return best && { piece: best.piece, bar: best.bar };
}
