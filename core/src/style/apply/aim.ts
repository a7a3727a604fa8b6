import { deviationOf, drawnCounts, sharesOf, type Shares } from '../distribution.ts';
import { wholeDeviations } from '../distance.ts';
import { countsOf, totalOf, type Counts, type PieceEvidence } from '../evidence.ts';
import type { ReadTrait } from '../trait.ts';
import { readTraits } from '../traits/index.ts';

/** A trait as the player has it, for an arrangement to come near to. */
export interface AimedTrait {
  readonly trait: ReadTrait;
  /** The player's shares; every value of the pool is in it. */
  readonly theirs: Shares;
  /** What counts are drawn toward, by value. */
  readonly pool: Shares;
  /** Values in rising order, of numbers. */
  readonly rising: readonly number[];
  /** Numbers so far apart have nothing in common. */
  readonly whole: number;
}

/** What a player's pieces are like, in all that the moves of an arranger can change. */
export type Aim = readonly AimedTrait[];

/** Told by the chords, the grips and the marks of the whole piece, which stay as they are laid. */
const laidOnce: ReadonlySet<string> = new Set([
  'grips',
  'grip-kinds',
  'grip-fingers',
  'chord-places',
  'thumb-ending',
  'swing',
]);

/** What to come near to: every trait the player's pieces tell anything of, in these metres, absent: any. Short evidence is drawn toward the pool. */
export function aimAt(
  pieces: readonly PieceEvidence[],
  pool: readonly PieceEvidence[],
  metres: ReadonlySet<string> | undefined,
): Aim {
  return readTraits.flatMap((trait): AimedTrait[] => {
    if (trait.isSetting || laidOnce.has(trait.id)) return [];
    const [theirs, all] = [pieces, pool].map((each) =>
      countsOf(each, trait.id, trait.isOfMetre ? metres : undefined),
    );
    if (!theirs || !all || totalOf(theirs) === 0) return [];
    const isNumber = trait.values === 'numbers';
    const shares = sharesOf(theirs, all);
    return [
      {
        trait,
        theirs: shares,
        pool: sharesOf(all),
        rising: isNumber ? [...shares.keys()].map(Number).sort((a, b) => a - b) : [],
        whole: isNumber ? wholeDeviations * deviationOf(sharesOf(all)) : 1,
      },
    ];
  });
}

/** How far counts lie from the player's, 0 to 1: Jensen–Shannon or Wasserstein as everywhere, without a table in between, as it is asked thousands of times. Where nothing is counted they are taken as what all players do. */
export const apartFrom = (aimed: AimedTrait, counts: Counts): number =>
  aimed.trait.values === 'kinds' ? kindsApart(aimed, counts) : numbersApart(aimed, counts);

function kindsApart({ theirs, pool }: AimedTrait, counts: Counts): number {
  const whole = totalOf(counts) + drawnCounts;
  let bits = 0;
  for (const [value, their] of theirs)
    bits += bitsApart(((counts.get(value) ?? 0) + drawnCounts * (pool.get(value) ?? 0)) / whole, their);
  for (const [value, count] of counts) if (!theirs.has(value)) bits += bitsApart(count / whole, 0);
  return Math.max(0, bits);
}

function bitsApart(one: number, other: number): number {
  const middle = (one + other) / 2;
  return (
    ((one > 0 ? one * Math.log2(one / middle) : 0) + (other > 0 ? other * Math.log2(other / middle) : 0)) / 2
  );
}

function numbersApart({ theirs, pool, rising, whole }: AimedTrait, counts: Counts): number {
  if (whole === 0) return 0;
  const total = totalOf(counts) + drawnCounts;
  const strange = [...counts.keys()].map(Number).filter((value) => !theirs.has(value));
  const values = strange.length === 0 ? rising : [...rising, ...strange].sort((a, b) => a - b);
  let carried = 0;
  let distance = 0;
  values.forEach((value, index) => {
    const here = ((counts.get(value) ?? 0) + drawnCounts * (pool.get(value) ?? 0)) / total;
    carried += here - (theirs.get(value) ?? 0);
    distance += Math.abs(carried) * ((values[index + 1] ?? value) - value);
  });
  return Math.min(1, distance / whole);
}
