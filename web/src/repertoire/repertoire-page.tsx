import type { PieceSummary } from '@jocund/contract';
import { useDeferredValue, useState } from 'react';
import { useArchivePiece, useDuplicatePiece, usePieces } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { TextField } from '../ui/field.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { useAddress } from '../ui/use-address.ts';
import { useSay } from '../ui/toast.tsx';
import { counted } from '../ui/words.ts';
import { ImportFile } from './import-file.tsx';
import { NewPiece } from './new-piece.tsx';
import { PieceRow } from './piece-row.tsx';
import { takeList } from './take-list.ts';

type Shelf = 'in-hand' | 'archived';

const matches = (piece: PieceSummary, words: string): boolean => {
  const text = `${piece.title} ${piece.player} ${piece.tuningName} ${piece.key.tonic}`.toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
};

/** Every piece of the studio. Search and shelf stand in the address. */
export function RepertoirePage() {
  const pieces = usePieces();
  const { read, write: change } = useAddress();
  const [isNew, setNew] = useState(false);
  const [fault, setFault] = useState<string | undefined>();
  const search = read('search');
  const shelf: Shelf = read('shelf') === 'archived' ? 'archived' : 'in-hand';
  const words = useDeferredValue(search);

  const onShelf = pieces.data?.filter((piece) => (piece.archivedAt !== null) === (shelf === 'archived'));
  const shown = onShelf
    ?.filter((piece) => matches(piece, words))
    .sort((a, b) => a.title.localeCompare(b.title));
  return (
    <main className="h-full overflow-auto px-4 py-4 md:px-6">
      <header className="oxford flex flex-wrap items-end justify-between gap-3 pb-2">
        <h1 className="text-4xl">Repertoire</h1>
        <div className="flex gap-2">
          <Button look="solid" onClick={() => setNew(true)}>
            New piece
          </Button>
          <ImportFile onFault={setFault} />
        </div>
      </header>
      <div className="mt-5 flex flex-wrap items-end gap-4">
        <TextField
          label="Search title, player, tuning"
          type="search"
          className="w-full md:w-80"
          value={search}
          onChange={(event) => change('search', event.target.value)}
        />
        <Choice
          label="Shelf"
          value={shelf}
          options={[
            { value: 'in-hand', label: 'In hand' },
            { value: 'archived', label: 'Archived' },
          ]}
          onChange={(value) => change('shelf', value === 'archived' ? value : '')}
        />
        {shown && (
          <p className="text-note pb-1.5 text-ink1-80" role="status">
            {counted(shown.length, 'piece')}
          </p>
        )}
        {shown && shown.length > 0 && (
          <Button look="plain" className="text-note mb-1.5" onClick={() => takeList(shown)}>
            Take this list as CSV
          </Button>
        )}
      </div>
      {fault && (
        <div className="mt-4">
          <ErrorNote
            title="The file was not imported"
            text={fault}
            actions={[{ label: 'Leave it', act: () => setFault(undefined) }]}
          />
        </div>
      )}
      {pieces.isPending && <LoadingNote title="Opening the repertoire" text="One moment." />}
      {pieces.isError && (
        <div className="mt-5">
          <ErrorNote
            title="The repertoire cannot be read"
            text="Everything saved is safe on the server."
            actions={[{ label: 'Try again', act: () => void pieces.refetch() }]}
          />
        </div>
      )}
      {shown && (
        <PieceList
          pieces={shown}
          isEmptyShelf={onShelf?.length === 0}
          shelf={shelf}
          onNew={() => setNew(true)}
          onClear={() => change('search', '')}
        />
      )}
      {isNew && <NewPiece open onClose={() => setNew(false)} />}
    </main>
  );
}

interface PieceListProps {
  readonly pieces: readonly PieceSummary[];
  readonly isEmptyShelf: boolean;
  readonly shelf: Shelf;
  readonly onNew: () => void;
  readonly onClear: () => void;
}

function PieceList({ pieces, isEmptyShelf, shelf, onNew, onClear }: PieceListProps) {
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
        text="Every word is looked for in title, player, tuning and key."
        actions={[{ label: 'Clear the search', act: onClear }]}
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
