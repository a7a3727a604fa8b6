import { useMemo } from 'react';
import { openedPieces } from '../work/opened-pieces.ts';
import type { Whose } from './whose.ts';

/** Which of the pieces are measured: an early and a late time of one player can be held apart. One always stays. */
export function PieceChoice({
  whose: { pieces, chosen },
  onChoose,
}: {
  whose: Whose;
  onChoose: (ids: readonly string[]) => void;
}) {
  const titles = useMemo(
    () => new Map(openedPieces(pieces).map(({ arrangementId, evidence }) => [arrangementId, evidence.title])),
    [pieces],
  );
  const ids = chosen.map(({ arrangementId }) => arrangementId);
  const toggle = (id: string) => {
    const next = ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id];
    if (next.length > 0) onChoose(next.length === pieces.length ? [] : next);
  };
  return (
    <ul className="pt-1">
      {pieces.map(({ arrangementId: id }) => (
        <li key={id}>
          <label className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-ink1"
              checked={ids.includes(id)}
              disabled={ids.length === 1 && ids.includes(id)}
              onChange={() => toggle(id)}
            />
            {titles.get(id) ?? 'A piece'}
          </label>
        </li>
      ))}
    </ul>
  );
}
