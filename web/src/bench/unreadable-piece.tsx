import { RefusedRequest, unreadableSchema, type Unreadable } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { readRevision, saveScore, useRevisions } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { ErrorNote } from '../ui/notice.tsx';
import { saveFile } from '../ui/save-file.ts';

export const unreadableIn = (error: unknown): Unreadable | undefined =>
  error instanceof RefusedRequest && error.error.code === 'unreadable'
    ? unreadableSchema.safeParse(error.body).data
    : undefined;

interface UnreadablePieceProps {
  readonly unreadable: Unreadable;
  readonly reason: string;
  readonly onMended: () => void;
}

/** A piece whose stored score does not fit: what of it can be read, its earlier versions, and the whole of it as a file. */
export function UnreadablePiece({ unreadable, reason, onMended }: UnreadablePieceProps) {
  const navigate = useNavigate();
  const revisions = useRevisions(unreadable.id);
  const [trouble, setTrouble] = useState<string | undefined>();
  const { mended, version } = unreadable;
  const earlier = (revisions.data?.pages.flat() ?? []).filter((revision) => revision.version !== version);

  const keep = async (score: () => Promise<Score>) => {
    try {
      await saveScore({ id: unreadable.id, baseVersion: version, score: await score() });
      onMended();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const openWhatCanBeRead = mended && {
    label: 'Open what can be read',
    act: () => void keep(() => Promise.resolve(mended.score)),
  };
  return (
    <main className="m-4 max-w-2xl md:m-8">
      <ErrorNote
        title="This piece cannot be read whole"
        text={`${reason} Nothing is lost: version ${version} stays in the history as it is, whatever you choose.`}
        actions={[
          ...(openWhatCanBeRead ? [openWhatCanBeRead] : []),
          {
            label: 'Take it as a file',
            act: () =>
              saveFile(
                JSON.stringify(unreadable.stored, undefined, 1),
                'application/json',
                'unread.jocund.json',
              ),
          },
          { label: 'To the repertoire', act: () => void navigate('/repertoire') },
        ]}
      />
      {trouble && (
        <p role="alert" className="mt-3">
          {trouble}
        </p>
      )}
      {mended && mended.leftOut.length > 0 && (
        <section className="mt-5">
          <h2 className="text-lg">Left out when what can be read is opened</h2>
          <ul className="mt-1 list-disc pl-5">
            {mended.leftOut.map((path) => (
              <li key={path}>{path}</li>
            ))}
          </ul>
        </section>
      )}
      {earlier.length > 0 && (
        <section className="mt-5">
          <h2 className="text-lg">Earlier versions</h2>
          <ul className="mt-1 border-t border-ink1">
            {earlier.map((revision) => (
              <li
                key={revision.version}
                className="flex items-center justify-between gap-4 border-b border-ink1-40 py-2"
              >
                Version {revision.version}, saved by {revision.savedBy}
                <Button
                  look="plain"
                  onClick={() =>
                    void keep(async () => (await readRevision(unreadable.id, revision.version)).score)
                  }
                >
                  Go back to version {revision.version}
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}
