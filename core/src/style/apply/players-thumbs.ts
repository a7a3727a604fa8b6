import type { Profile } from '../profile.ts';
import { patternOfKind } from '../steps-nearer.ts';
import { heldBass } from './moves/index.ts';

/** Kinds that are had in fewer bars than this are no habit, not even now and then. */
const nowAndThen = 0.03;

/** Thumbs of a player's, by the ids of their patterns. */
export interface PlayersThumbs {
  /** The commonest; undefined where none of the player's is a pattern. */
  readonly usual: string | undefined;
  readonly others: readonly string[];
}

export function thumbsOf(profile: Profile): PlayersThumbs {
  const kinds = profile.traits.find(({ trait }) => trait.id === 'thumb-kind')?.values ?? [];
  const had = kinds
    .filter(({ value }) => value >= nowAndThen)
    .flatMap(({ name }) => (name === 'one held note' ? heldBass : (patternOfKind[String(name)] ?? [])));
  const usual = had.find((pattern) => pattern !== heldBass);
  return { usual, others: had.filter((pattern) => pattern !== usual) };
}
