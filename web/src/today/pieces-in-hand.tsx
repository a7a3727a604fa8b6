import type { PieceSummary } from '@jocund/contract';
import { Circle, Square } from 'lucide-react';
import { Link } from 'react-router';
import { useRepertoire } from '../api/queries.ts';
import { QueryMark } from '../ui/query-mark.tsx';
import { stages } from '../ui/stages-of-work.ts';
import { placeOf, type Place } from './place-in-work.ts';

/** So many stand on the page; the others are in the repertoire. */
const mostShown = 6;

/** The pieces that are worked on and those that students have, each with how far it has come: a line up to the stage where something is open. */
export function PiecesInHand() {
  const found = useRepertoire({
    search: '',
    shelf: 'in-hand',
    order: 'worked',
    grade: undefined,
    open: false,
  });
  const pieces = found.data?.pages[0]?.pieces.slice(0, mostShown) ?? [];
  if (pieces.length === 0) return null;
  return (
    <div className="mt-6 overflow-x-auto border-t-[3px] border-ink1">
      <table className="w-full min-w-[52rem] table-fixed border-collapse">
        <thead>
          <tr className="border-b border-ink1 text-left">
            <th scope="col" className="w-[15rem] py-1.5">
              <h2 className="figure text-lg">Pieces in hand</h2>
            </th>
            {stages.map(({ id, name }) => (
              <th key={id} scope="col" className="narrow text-note px-2 font-semibold whitespace-nowrap">
                <span className="flex items-center gap-1.5">
                  {id === 'thumb' && <Square aria-hidden size={11} className="fill-ink1" />}
                  {id === 'melody' && <Circle aria-hidden size={12} className="text-ink2" />}
                  {name}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {pieces.map((piece) => (
            <PieceLine key={piece.id} piece={piece} place={placeOf(piece)} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Everything before the open stage is one line, and not told apart. */
function PieceLine({ piece, place }: { readonly piece: PieceSummary; readonly place: Place }) {
  const at = stages.findIndex(({ id }) => id === place.stage);
  const bench = `/bench/${piece.arrangementId}`;
  return (
    <tr className="border-b border-ink1-40">
      <th scope="row" className="py-1 pr-3 text-left font-normal">
        <Link to={`${bench}/${place.stage}`} className="figure underline-offset-4 hover:underline">
          {piece.title}
        </Link>{' '}
        <span className="narrow text-note text-ink1-80 whitespace-nowrap">
          {piece.player.split(' ').at(-1)}
        </span>
      </th>
      {stages.map(({ id }, index) => (
        <td
          key={id}
          className={`relative h-9 border-l border-ink1-22 p-0 ${index < at ? 'before:absolute before:inset-x-0 before:top-1/2 before:h-[3px] before:-translate-y-1/2 before:bg-ink1' : ''}`}
        >
          {index === at && (
            <Link
              to={`${bench}/${place.stage}`}
              tabIndex={-1}
              className={`narrow text-note flex h-7 items-center gap-1.5 px-2 font-semibold whitespace-nowrap ${place.isQuery ? 'border border-ink1 bg-white' : 'bg-ink1 text-paper'}`}
            >
              {place.isQuery && <QueryMark size={14} />}
              {place.words}
            </Link>
          )}
        </td>
      ))}
    </tr>
  );
}
