import type { PieceSummary } from '@jocund/contract';
import { useArchivePiece, useDuplicatePiece } from '../api/queries.ts';
import { useSay } from '../ui/toast.tsx';
import { EmptyNote } from '../ui/notice.tsx';
import type { Shelf } from './asked-pieces.ts';
import { PieceRow } from './piece-row.tsx';

interface PieceListProps {
  readonly pieces: readonly PieceSummary[];
  readonly isEmptyShelf: boolean;
  readonly shelf: Shelf;
  readonly onNew: () => void;
  readonly onClear: () => void;
}

/** The pieces that were asked for, each with what can be done with it; or why there are none. */
export function PieceList({ pieces, isEmptyShelf, shelf, onNew, onClear }: PieceListProps) {
  const duplicate = useDuplicatePiece();
  const archive = useArchivePiece();
  const say = useSay();
  if (pieces.length === 0)
    return <div className="mt-5">{emptyNote(isEmptyShelf, shelf, onNew, onClear)}</div>;

  const setArchived = (piece: PieceSummary, archived: boolean) =>
    archive.mutate(
      { id: piece.id, archived },
      {
        onSuccess: () =>
          say(`${piece.title} is ${archived ? 'archived' : 'in hand again'}.`, () =>
            archive.mutate({ id: piece.id, archived: !archived }),
          ),
        onError: (error) => say(`${piece.title} was not moved: ${error.message}`),
      },
    );
  return (
    <ul className="mt-5 border-t-[1.5px] border-ink1">
      {pieces.map((piece) => (
        <PieceRow
          key={piece.id}
          piece={piece}
          onArchive={() => setArchived(piece, piece.archivedAt === null)}
          onDuplicate={() =>
            duplicate.mutate(piece.id, {
              onSuccess: ({ title }) => say(`${title} is in the repertoire.`),
              onError: (error) => say(`${piece.title} was not copied: ${error.message}`),
            })
          }
        />
      ))}
    </ul>
  );
}

function emptyNote(isEmptyShelf: boolean, shelf: Shelf, onNew: () => void, onClear: () => void) {
  if (!isEmptyShelf)
    return (
      <EmptyNote
        title="No piece matches"
        text="Every word is looked for in title, player, tuning and key; the grade and what is to be mended count, too."
        actions={[{ label: 'Show all', act: onClear }]}
      />
    );
  if (shelf === 'archived')
    return (
      <EmptyNote title="Nothing is archived" text="A piece you archive waits here and can be brought back." />
    );
  return (
    <EmptyNote
      title="No pieces yet"
      text="Start from a blank sheet, or import a Jocund file."
      actions={[{ label: 'New piece', act: onNew }]}
    />
  );
}
