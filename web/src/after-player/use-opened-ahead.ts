import type { MeasuredPiece } from '@jocund/contract';
import { useEffect } from 'react';
import { startWork } from '../work/work-client.ts';

/** Has the pieces read, and the player chosen measured, while the teacher still chooses: the first arrangement comes a second sooner. */
export function useOpenedAhead(
  pieces: readonly MeasuredPiece[] | undefined,
  player: { readonly id: string; readonly name: string } | undefined,
  except: string | undefined,
): void {
  const { id, name } = player ?? {};
  useEffect(() => {
    if (!pieces || id === undefined || name === undefined) return undefined;
    const controller = new AbortController();
    // Where it fails, the arrangement will say so.
    startWork('openPieces', { pieces, player: { id, name }, except }, { signal: controller.signal }).catch(
      () => undefined,
    );
    return () => controller.abort();
  }, [pieces, id, name, except]);
}
