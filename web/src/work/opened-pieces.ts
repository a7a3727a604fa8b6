import type { MeasuredPiece, Player } from '@jocund/contract';
import { evidenceOfClaims, openStyle, type PieceEvidence } from '@jocund/core/style';

export interface OpenedPiece extends Omit<MeasuredPiece, 'style'> {
  readonly evidence: PieceEvidence;
}

let last: { readonly text: string; readonly opened: readonly OpenedPiece[] } | undefined;

/** What was measured of each piece, and what is said of players as if it was counted; what cannot be read tells nothing. The same pieces are not read twice. */
export function openedPieces(pieces: readonly MeasuredPiece[]): readonly OpenedPiece[] {
  const text = JSON.stringify(pieces);
  if (last?.text !== text) last = { text, opened: open(pieces) };
  return last.opened;
}

function open(pieces: readonly MeasuredPiece[]): readonly OpenedPiece[] {
  const counted = pieces.flatMap(({ style, ...piece }): OpenedPiece[] => {
    const read = openStyle(style);
    const [evidence] = read.ok ? read.value.pieces : [];
    return evidence ? [{ ...piece, evidence }] : [];
  });
  const pool = poolOf(counted);
  const said = pieces.flatMap(({ style, ...piece }): OpenedPiece[] => {
    const claims = claimsIn(style);
    return claims.length === 0 ? [] : [{ ...piece, evidence: evidenceOfClaims(claims, pool) }];
  });
  return [...counted, ...said];
}

/** What all players do: what was counted, without what is said. */
export const poolOf = (opened: readonly OpenedPiece[]): readonly PieceEvidence[] =>
  opened.flatMap(({ evidence }) => (evidence.isSaid ? [] : [evidence]));

/** The contract has checked each claim where the player is kept. */
const claimsIn = (style: unknown): Player['claims'] =>
  typeof style === 'object' && style !== null && 'claims' in style && Array.isArray(style.claims)
    ? (style.claims as Player['claims'])
    : [];
