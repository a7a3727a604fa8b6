import type { Score } from '@jocund/core/score';
import { readRevision, useRevisions } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { Panel } from '../../ui/dialog.tsx';
import { counted } from '../../ui/words.ts';
import { useSay } from '../../ui/toast.tsx';

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

/** Every save of the piece; one brought back becomes a new edit, which can be undone. */
export function HistoryPanel({ arrangementId, onClose, onBringBack }: HistoryPanelProps) {
  const revisions = useRevisions(arrangementId, true);
  const say = useSay();
  const bringBack = async (version: number) => {
    try {
      onBringBack((await readRevision(arrangementId, version)).score);
      say(`Version ${version} is on the bench.`);
      onClose();
    } catch {
      say(`Version ${version} cannot be read just now. Try again.`);
    }
  };
  return (
    <Panel title="History" open onClose={onClose}>
      {revisions.isPending && <p role="status">Reading the history.</p>}
      {revisions.isError && <p role="alert">The history cannot be read just now. Close and try again.</p>}
      <ul className="max-h-100 overflow-auto border-t border-ink1">
        {revisions.data?.map((revision, index) => (
          <li
            key={revision.version}
            className="flex items-center justify-between gap-4 border-b border-ink1-40 py-2"
          >
            <span>
              <span className="figure">{revision.version}</span> · {clock.format(new Date(revision.savedAt))}{' '}
              · {revision.savedBy} · {counted(revision.barCount, 'bar')}
            </span>
            {index === 0 ? (
              <span className="text-note text-ink1-80">stands now</span>
            ) : (
              <Button look="plain" onClick={() => void bringBack(revision.version)}>
                Bring back
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Panel>
  );
}
