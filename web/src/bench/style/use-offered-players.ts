import type { MeasuredPiece, Player } from '@jocund/contract';
import { useMeasured, usePlayers } from '../../api/people.ts';
import { useBench } from '../bench-context.tsx';

export interface OfferedPlayers {
  /** Players of whom anything but this very piece was measured. */
  readonly offered: readonly Player[];
  /** What was measured of all pieces; undefined until it is there. */
  readonly measured: readonly MeasuredPiece[] | undefined;
  readonly isFailed: boolean;
}

/** The players a piece on the bench can be held against. */
export function useOfferedPlayers(): OfferedPlayers {
  const { arrangementId } = useBench();
  const players = usePlayers();
  const measured = useMeasured();
  return {
    offered: (players.data ?? []).filter(
      ({ id, archivedAt }) =>
        archivedAt === null &&
        measured.data?.some((piece) => piece.playerId === id && piece.arrangementId !== arrangementId),
    ),
    measured: measured.data,
    isFailed: players.isError || measured.isError,
  };
}
