import { fail, ok, type Result } from '../fault/index.ts';
import { sharesOf } from './distribution.ts';
import { countsOf, totalOf, type PieceEvidence } from './evidence.ts';
import type { Trait } from './trait.ts';
import { traits } from './traits/index.ts';

/** How often a player does something, as a teacher says it, the oftenest first. Shares are from memory. */
export const claimAmounts = [
  { id: 'always', share: 1 },
  { id: 'mostly', share: 0.8 },
  { id: 'often', share: 0.5 },
  { id: 'sometimes', share: 0.2 },
  { id: 'never', share: 0 },
] as const;
export type ClaimAmount = (typeof claimAmounts)[number]['id'];

/** What a teacher says of a player without a piece that shows it: "strings of the thumb: string 6, mostly". */
export interface StyleClaim {
  /** The trait's id. */
  readonly trait: string;
  /** One of its kinds, or its usual number in its unit. */
  readonly value: string | number;
  /** Of a number: always. */
  readonly often: ClaimAmount;
}

/** What is said weighs as much as so many pieces that show it (from memory). */
const claimWeight = 2;
/** What is left open falls to kinds that all players together have so often: one bottleneck player makes nobody else one (from memory). */
const commonShare = 0.1;
/** Counts of a trait that no piece of any player shows yet. */
const leastCounts = 40;

const shareOf = ({ often }: StyleClaim): number => claimAmounts.find(({ id }) => id === often)?.share ?? 0;

/** Claims, if they can all be true at once. */
export function checkClaims(claims: readonly StyleClaim[]): Result<readonly StyleClaim[]> {
  for (const [id, said] of byTrait(claims)) {
    const trait = traits.find((each) => each.id === id);
    if (!trait) return fail(`Nothing is known by the name ${id}`, 'Take the line out');
    const values = said.map(({ value }) => value);
    if (said.some(({ value }) => (typeof value === 'number') !== (trait.values === 'numbers')))
      return fail(
        `“${trait.name}” is told otherwise`,
        `Say ${trait.unit ? `it in ${trait.unit}` : 'a kind'}`,
      );
    if (trait.values === 'numbers' ? said.length > 1 : new Set(values).size < values.length)
      return fail(`“${trait.name}” is said twice`, 'Take one of the two lines out');
    if (said.reduce((sum, claim) => sum + shareOf(claim), 0) > 1.0001)
      return fail(`“${trait.name}” adds up to more than always`, 'Say one of its lines less often');
  }
  return ok(claims);
}

/**
 * Claims as evidence, so that they count wherever pieces do. A claim has its share of the trait's counts; what it leaves open is as players commonly have it. Claims that cannot all be true are brought to the whole.
 */
export function evidenceOfClaims(
  claims: readonly StyleClaim[],
  pool: readonly PieceEvidence[],
): PieceEvidence {
  const bar = [...byTrait(claims)].flatMap(([id, said]) => {
    const trait = traits.find((each) => each.id === id);
    return trait ? [[id, valuesSaid(trait, said, pool)] as const] : [];
  });
  return { title: 'What you say', isSaid: true, bars: [new Map(bar)], figures: [] };
}

function valuesSaid(
  trait: Trait,
  said: readonly StyleClaim[],
  pool: readonly PieceEvidence[],
): (string | number)[] {
  const counts = countsOf(pool, trait.id);
  const counted = pool.length === 0 ? 0 : (claimWeight * totalOf(counts)) / pool.length;
  const whole = Math.min(mostCounts, Math.max(leastCounts, Math.round(counted)));
  if (trait.values === 'numbers')
    return said.flatMap(({ value }) => Array<number | string>(whole).fill(value));
  const others = [...counts].filter(([value]) => said.every((claim) => claim.value !== value));
  const common = others.filter(([, count]) => count >= commonShare * totalOf(counts));
  const open = new Map(common.length > 0 ? common : others);
  const saidShare = said.reduce((sum, claim) => sum + shareOf(claim), 0);
  const openShare = open.size === 0 ? 0 : Math.max(0, 1 - saidShare);
  const shares = [
    ...said.map((claim) => [claim.value, shareOf(claim)] as const),
    ...[...sharesOf(open)].map(([value, share]) => [value, share * openShare] as const),
  ];
  // Rounded where each ends, so that all of them together are the whole.
  let upTo = 0;
  return shares.flatMap(([value, share]) => {
    const from = Math.round(whole * upTo);
    upTo += share;
    return Array<number | string>(Math.max(0, Math.round(whole * upTo) - from)).fill(value);
  });
}

/** As many values as the one bar of what is said may hold in a file. */
const mostCounts = 400;

function byTrait(claims: readonly StyleClaim[]): ReadonlyMap<string, readonly StyleClaim[]> {
  const found = new Map<string, StyleClaim[]>();
  for (const claim of claims) found.set(claim.trait, [...(found.get(claim.trait) ?? []), claim]);
  return found;
}

/** Kinds of a trait that any player shows, the commonest first: what can be said of another. */
export const kindsOf = (trait: string, pool: readonly PieceEvidence[]): readonly string[] =>
  [...countsOf(pool, trait)].sort((a, b) => b[1] - a[1]).map(([value]) => String(value));
