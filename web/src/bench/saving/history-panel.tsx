import type { RevisionSummary } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { readRevision, useNameRevision, useRevisions } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { Panel } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { counted } from '../../ui/words.ts';
import { useSay } from '../../ui/toast.tsx';
import { CompareRevisions } from './compare-revisions.tsx';

interface HistoryPanelProps {
  readonly arrangementId: string;
  readonly onClose: () => void;
  readonly onBringBack: (score: Score) => void;
}

const clock = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
});

/** Every save of the piece, with what changed in it; any two can be compared, and one brought back is an edit that can be undone. */
export function HistoryPanel({ arrangementId, onClose, onBringBack }: HistoryPanelProps) {
  const revisions = useRevisions(arrangementId);
  const [compared, setCompared] = useState<readonly number[]>([]);
  const say = useSay();
  const all = revisions.data?.pages.flat() ?? [];
  const bringBack = async (version: number) => {
    try {
      onBringBack((await readRevision(arrangementId, version)).score);
      say(`Version ${version} is on the bench.`);
      onClose();
    } catch {
      say(`Version ${version} cannot be read just now. Try again.`);
    }
  };
  const toggle = (version: number) =>
    setCompared((before) =>
      before.includes(version) ? before.filter((each) => each !== version) : [...before.slice(-1), version],
    );
  const [first, second] = [...compared].sort((a, b) => a - b);
  return (
    <Panel title="History" open onClose={onClose} width={760}>
      {revisions.isPending && <p role="status">Reading the history.</p>}
      {revisions.isError && <p role="alert">The history cannot be read just now. Close and try again.</p>}
      <p className="text-note pb-2 text-ink1-80">Tick two versions to see them side by side.</p>
      {first !== undefined && second !== undefined && (
        <CompareRevisions arrangementId={arrangementId} versions={[first, second]} />
      )}
      <ul className="max-h-100 overflow-auto border-t border-ink1">
        {all.map((revision, index) => (
          <Revision
            key={revision.version}
            arrangementId={arrangementId}
            revision={revision}
            standsNow={index === 0}
            isCompared={compared.includes(revision.version)}
            onCompare={() => toggle(revision.version)}
            onBringBack={() => void bringBack(revision.version)}
          />
        ))}
      </ul>
      {revisions.hasNextPage && (
        <Button
          className="mt-3"
          disabled={revisions.isFetchingNextPage}
          onClick={() => void revisions.fetchNextPage()}
        >
          {revisions.isFetchingNextPage ? 'Reading earlier versions' : 'Show earlier versions'}
        </Button>
      )}
    </Panel>
  );
}

interface RevisionProps {
  readonly arrangementId: string;
  readonly revision: RevisionSummary;
  readonly standsNow: boolean;
  readonly isCompared: boolean;
  readonly onCompare: () => void;
  readonly onBringBack: () => void;
}

function Revision(props: RevisionProps) {
  const { arrangementId, revision, standsNow, isCompared, onCompare, onBringBack } = props;
  const [isNaming, setNaming] = useState(false);
  const { version, savedAt, savedBy, barCount, name, changes } = revision;
  return (
    <li className="grid grid-cols-[auto_1fr_auto] items-start gap-x-3 border-b border-ink1-40 py-2">
      <input
        type="checkbox"
        className="mt-1 size-4 accent-ink1"
        checked={isCompared}
        aria-label={`Compare version ${version}`}
        onChange={onCompare}
      />
      <div>
        <p>
          <span className="figure">{version}</span>
          {name && <b> {name}</b>} · {clock.format(new Date(savedAt))} · {savedBy} ·{' '}
          {counted(barCount, 'bar')}
        </p>
        <p className="text-note text-ink1-80">
          {version === 1 ? 'the first' : changes.join('; ') || 'nothing that shows'}
        </p>
        {isNaming && (
          <NameField
            arrangementId={arrangementId}
            version={version}
            name={name ?? ''}
            onDone={() => setNaming(false)}
          />
        )}
      </div>
      <p className="flex items-baseline gap-3">
        <Button
          look="plain"
          className="text-note"
          aria-label={`Name version ${version}`}
          onClick={() => setNaming(!isNaming)}
        >
          Name
        </Button>
        {standsNow ? (
          <span className="text-note text-ink1-80">stands now</span>
        ) : (
          <Button look="plain" onClick={onBringBack}>
            Bring back
          </Button>
        )}
      </p>
    </li>
  );
}

interface NameFieldProps {
  readonly arrangementId: string;
  readonly version: number;
  readonly name: string;
  readonly onDone: () => void;
}

function NameField({ arrangementId, version, name, onDone }: NameFieldProps) {
  const [typed, setTyped] = useState(name);
  const keep = useNameRevision(arrangementId);
  return (
    <form
      className="mt-1 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate({ version, name: typed.trim() || null }, { onSuccess: onDone });
      }}
    >
      <TextField
        label="Name of this version"
        className="flex-1"
        autoFocus
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        error={keep.isError ? 'It was not kept. Try again.' : undefined}
      />
      <Button type="submit" disabled={keep.isPending}>
        Keep
      </Button>
    </form>
  );
}
