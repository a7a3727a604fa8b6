import type { MeasuredPiece, Player } from '@jocund/contract';
import type { MeasuredManner } from '../work/messages.ts';

/** Whose pieces a page tells of: a player's, or those that are after nobody. */
export interface Whose {
  /** In the address: the player's id, or {@link own}. */
  readonly key: string;
  readonly name: string;
  /** Null: pieces after nobody. */
  readonly playerId: string | null;
  /** All pieces that could be measured, and what is said; empty for a player of whom nothing is known yet. */
  readonly pieces: readonly MeasuredPiece[];
  /** Those that are, a part of them or all. */
  readonly chosen: readonly MeasuredPiece[];
}

export interface Side {
  readonly whose: Whose;
  readonly manner: MeasuredManner;
}

/** Pieces after nobody are the teacher's own. */
const own = 'own';
/** The pieces that the first page leaves out. */
const rest = 'rest';

export interface Asked {
  readonly one: string;
  readonly other: string;
  /** Ids of the pieces on either page, empty for all. */
  readonly onePieces: readonly string[];
  readonly otherPieces: readonly string[];
}

interface Offer {
  /** Every player, and the teacher where anything was measured. */
  readonly all: readonly Whose[];
  readonly one: Whose | undefined;
  readonly other: Whose | undefined;
  /** The first one's other pieces, where only a part is on the page. */
  readonly others: Whose | undefined;
}

/** Who is offered and who is shown: as asked, else the first two. */
export function whoIsShown(
  players: readonly Player[],
  measured: readonly MeasuredPiece[],
  asked: Asked,
): Offer {
  const all = [
    ...players
      .filter(({ archivedAt }) => archivedAt === null)
      .map(({ id, name }) => ({ key: id, name, playerId: id })),
    { key: own, name: 'Your own pieces', playerId: null },
  ].flatMap((each): Whose[] => {
    const pieces = measured.filter(({ playerId }) => playerId === each.playerId);
    return pieces.length === 0 && each.playerId === null ? [] : [{ ...each, pieces, chosen: pieces }];
  });
  const measuredOnes = all.filter(({ pieces }) => pieces.length > 0);
  const first = all.find(({ key }) => key === asked.one) ?? measuredOnes[0] ?? all[0];
  const one = first && narrowed(first, asked.onePieces);
  const others = one && restOf(one);
  const second =
    asked.other === 'none'
      ? undefined
      : asked.other === rest && others
        ? others
        : (measuredOnes.find(({ key }) => key === asked.other) ??
          measuredOnes.find(({ key }) => key !== one?.key));
  return { all, one, other: second && narrowed(second, asked.otherPieces), others };
}

function narrowed(whose: Whose, ids: readonly string[]): Whose {
  const chosen = whose.pieces.filter(({ arrangementId }) => ids.includes(arrangementId));
  return chosen.length === 0 ? whose : { ...whose, chosen };
}

function restOf({ key, name, playerId, pieces, chosen }: Whose): Whose | undefined {
  const left = pieces.filter((piece) => !chosen.includes(piece));
  return left.length === 0 || key === rest
    ? undefined
    : { key: rest, name: `${name}, other pieces`, playerId, pieces: left, chosen: left };
}
