import { useState } from 'react';
import { useCreatePiece } from '../../api/queries.ts';
import { dropLeft, type LeftDraft } from '../../drafts/drafts.ts';
import { ErrorNote } from '../../ui/notice.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { useSay } from '../../ui/toast.tsx';

const clock = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** Unsaved work that other tabs left behind, or that cannot be read: nothing of it is thrown away unasked. */
export function LeftDrafts({
  arrangementId,
  drafts,
}: {
  arrangementId: string;
  drafts: readonly LeftDraft[];
}) {
  const [gone, setGone] = useState<readonly LeftDraft[]>([]);
  const create = useCreatePiece();
  const say = useSay();
  const next = drafts.find((draft) => !gone.includes(draft));
  if (!next) return null;
  const letGo = () => {
    setGone([...gone, next]);
    void dropLeft(arrangementId, next);
  };
  const { draft, keptAt } = next;
  const when = clock.format(new Date(keptAt));
  const keepAsPiece = draft && {
    label: 'Keep it as a new piece',
    act: () =>
      create.mutate(draft.score, {
        onSuccess: ({ title }) => {
          say(`${title} is in the repertoire as a piece of its own.`);
          letGo();
        },
        onError: (error) => say(`It was not stored: ${error.message} It is still kept in this browser.`),
      }),
  };
  return (
    <div className="mx-4.5 mt-3 print:hidden">
      <ErrorNote
        title={draft ? 'Another tab left unsaved work' : 'Unsaved work that cannot be read'}
        text={
          draft
            ? `This browser also keeps a state of this piece from ${when} that was never saved.`
            : `This browser keeps work on this piece from ${when} that this Jocund cannot read. Take it as a file: nothing in it is changed.`
        }
        actions={[
          ...(keepAsPiece ? [keepAsPiece] : []),
          {
            label: 'Take it as a file',
            act: () => saveFile(next.text, 'application/json', `unsaved-${keptAt.slice(0, 10)}.json`),
          },
          { label: 'Let it go', act: letGo },
        ]}
      />
    </div>
  );
}
