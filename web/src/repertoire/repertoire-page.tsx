import { lazy, Suspense, useDeferredValue, useState } from 'react';
import { readRepertoire, useRepertoire } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { Tick } from '../ui/tick.tsx';
import { useAddress } from '../ui/use-address.ts';
import { useSay } from '../ui/toast.tsx';
import { counted } from '../ui/words.ts';
import { askedForAll, askedIn, type Asked } from './asked-pieces.ts';
import { ImportFile } from './import-file.tsx';
import { PieceList } from './piece-list.tsx';
import { takeList } from './take-list.ts';

/** Comes when it is asked for: with its form it weighs as much as the page. */
const NewPiece = lazy(async () => ({ default: (await import('./new-piece.tsx')).NewPiece }));

/** Every piece of the studio. Search, shelf, order and what else is asked for stand in the address. */
export function RepertoirePage() {
  const { read, writeAll } = useAddress();
  const asked = askedIn(read);
  const search = useDeferredValue(asked.search);
  const pieces = useRepertoire({ ...asked, search });
  const [isNew, setNew] = useState(false);
  const [fault, setFault] = useState<string | undefined>();
  const shown = pieces.data?.pages.flatMap((page) => page.pieces);
  const { total = 0, onShelf = 0 } = pieces.data?.pages[0] ?? {};
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
      <Asking asked={asked} onChange={writeAll} />
      {shown && shown.length > 0 && <Found asked={asked} total={total} />}
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
          isEmptyShelf={onShelf === 0}
          shelf={asked.shelf}
          onNew={() => setNew(true)}
          onClear={() => writeAll(askedForAll)}
        />
      )}
      {shown && pieces.hasNextPage && (
        <p className="flex items-center gap-4 py-4">
          <Button disabled={pieces.isFetchingNextPage} onClick={() => void pieces.fetchNextPage()}>
            Show more
          </Button>
          <span className="text-note text-ink1-80">
            {shown.length} of {counted(total, 'piece')}
          </span>
        </p>
      )}
      {isNew && (
        <Suspense>
          <NewPiece open onClose={() => setNew(false)} />
        </Suspense>
      )}
    </main>
  );
}

interface AskingProps {
  readonly asked: Asked;
  readonly onChange: (values: Readonly<Record<string, string>>) => void;
}

const grades = [1, 2, 3, 4, 5, 6, 7, 8];

const Asking = ({ asked, onChange }: AskingProps) => (
  <div className="mt-5 flex flex-wrap items-end gap-x-4 gap-y-3">
    <TextField
      label="Search title, player, tuning"
      type="search"
      maxLength={200}
      className="w-full md:w-72"
      value={asked.search}
      onChange={({ target }) => onChange({ search: target.value })}
    />
    <Choice
      label="Shelf"
      value={asked.shelf}
      options={[
        { value: 'in-hand', label: 'In hand' },
        { value: 'archived', label: 'Archived' },
      ]}
      onChange={(value) => onChange({ shelf: value === 'archived' ? value : '' })}
    />
    <SelectField
      label="Order"
      value={asked.order}
      onChange={({ target }) => onChange({ order: target.value === 'title' ? '' : target.value })}
    >
      <option value="title">by title</option>
      <option value="saved">last saved first</option>
      <option value="easiest">easiest first</option>
      <option value="hardest">hardest first</option>
      <option value="worked">in work first</option>
    </SelectField>
    <SelectField
      label="Grade"
      value={String(asked.grade ?? '')}
      onChange={({ target }) => onChange({ grade: target.value })}
    >
      <option value="">any</option>
      {grades.map((grade) => (
        <option key={grade}>{grade}</option>
      ))}
    </SelectField>
    <Tick
      label="something to mend"
      checked={asked.open}
      onChange={(open) => onChange({ open: open ? 'yes' : '' })}
    />
  </div>
);

/** How many there are, and all of them as a table. */
function Found({ asked, total }: { readonly asked: Asked; readonly total: number }) {
  const say = useSay();
  const take = () =>
    readRepertoire(asked).then(takeList, (error: unknown) =>
      say(`The list was not made: ${error instanceof Error ? error.message : String(error)}`),
    );
  return (
    <div className="mt-3 flex items-center gap-4">
      <p className="text-note text-ink1-80" role="status">
        {counted(total, 'piece')}
      </p>
      <Button look="plain" className="text-note" onClick={() => void take()}>
        Take this list as CSV
      </Button>
    </div>
  );
}
