import { sharesOf } from '../distribution.ts';
import { countsOf, type PieceEvidence } from '../evidence.ts';
import type { Profile } from '../profile.ts';
import { patternOfKind } from '../steps-nearer.ts';
import { heldBass } from './moves/index.ts';

/** Kinds that are had in fewer bars than this are no habit, not even now and then. */
export const nowAndThen = 0.03;

/** Thumbs of a player's, by the ids of their patterns. */
export interface PlayersThumbs {
  /** The commonest; undefined where none of the player's is a pattern. */
  readonly usual: string | undefined;
  readonly others: readonly string[];
}

export function thumbsOf(profile: Profile): PlayersThumbs {
  const kinds = profile.traits.find(({ trait }) => trait.id === 'thumb-kind')?.values ?? [];
  return thumbsAmong(kinds.map(({ name, value }) => [String(name), value]));
}

/** Thumbs as a player’s own bars have them: nothing is drawn from other players. */
export function ownThumbsOf(pieces: readonly PieceEvidence[]): PlayersThumbs {
  const shares = [...sharesOf(countsOf(pieces, 'thumb-kind'))].sort((a, b) => b[1] - a[1]);
  return thumbsAmong(shares.map(([name, share]) => [String(name), share]));
}

/** From kinds and their shares, the commonest first. */
function thumbsAmong(kinds: readonly (readonly [kind: string, share: number])[]): PlayersThumbs {
  const had = kinds
    .filter(([, share]) => share >= nowAndThen)
    .flatMap(([kind]) => (kind === 'one held note' ? heldBass : (patternOfKind[kind] ?? [])));
  const usual = had.find((pattern) => pattern !== heldBass);
  return { usual, others: had.filter((pattern) => pattern !== usual) };
}
