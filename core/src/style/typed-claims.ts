import { fail, ok, type Result } from '../fault/index.ts';
import { checkClaims, claimAmounts, kindsOf, type StyleClaim } from './claims.ts';
import type { PieceEvidence } from './evidence.ts';
import { traits } from './traits/index.ts';

/**
 * Claims as somebody types them, parted by semicolons: "how the bass ends = under the palm, mostly; swing = 60". A trait by its name or id; always, where nothing is said. What is told in kinds must be one that the pool shows.
 */
export function typedClaims(text: string, pool: readonly PieceEvidence[]): Result<readonly StyleClaim[]> {
  const claims: StyleClaim[] = [];
  for (const part of text.split(';').map((each) => each.trim())) {
    if (part === '') continue;
    const read = typedClaim(part, pool);
    if (!read.ok) return read;
    claims.push(read.value);
  }
  return checkClaims(claims);
}

function typedClaim(text: string, pool: readonly PieceEvidence[]): Result<StyleClaim> {
  const [name = '', said = ''] = text.split('=').map((each) => each.trim());
  const trait = traits.find(({ id, name: shown }) => id === name || shown === name);
  if (!trait)
    return fail(
      `“${name}” is nothing that is measured`,
      `Say one of: ${traits.map((each) => each.name).join(', ')}`,
    );
  if (trait.values === 'numbers') {
    const value = Number(said);
    return said !== '' && Number.isFinite(value)
      ? ok({ trait: trait.id, value, often: 'always' })
      : fail(`“${said}” is no number for “${trait.name}”`, `Say it in ${trait.unit ?? 'numbers'}`);
  }
  const amount = claimAmounts.find(({ id }) => said.endsWith(`, ${id}`));
  const value = amount ? said.slice(0, -amount.id.length - 2).trim() : said;
  const kinds = kindsOf(trait.id, pool);
  return kinds.includes(value)
    ? ok({ trait: trait.id, value, often: amount?.id ?? 'always' })
    : fail(
        `No piece shows “${value}” as “${trait.name}”`,
        kinds.length === 0 ? 'Measure pieces beside it that show it' : `Say one of: ${kinds.join(', ')}`,
      );
}
