import type { PieceSummary } from '@jocund/contract';
import { keyText } from '@jocund/core/pitch';
import { Link } from 'react-router';
import { Button } from '../ui/button.tsx';
import { useNames } from '../ui/use-names.ts';
import { counted } from '../ui/words.ts';
import { QueryMark } from '../ui/query-mark.tsx';

interface PieceRowProps {
  readonly piece: PieceSummary;
  readonly onDuplicate: () => void;
  readonly onArchive: () => void;
}

const saved = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** A piece that cannot be read as it is stored: what is wrong with it, and the way to mend it. */
const TroubledRow = ({ piece, trouble }: { piece: PieceSummary; trouble: string }) => (
  <li className="grid items-center gap-x-6 gap-y-1 border-b border-ink1-40 py-3 hover:bg-white md:grid-cols-[minmax(14rem,1.5fr)_1fr]">
    <Link
      to={`/bench/${piece.arrangementId}/melody`}
      className="figure text-lg underline-offset-4 hover:underline"
    >
      {piece.title}
    </Link>
    <p className="text-note flex items-start gap-1.5">
      <QueryMark size={16} />
      <span>
        This piece cannot be read whole. {trouble}
        <br />
        Open it to see what can be kept.
      </span>
    </p>
  </li>
);

type Figures = NonNullable<PieceSummary['figures']>;

/** What is to be mended, mistakes of the score before what is only hard; undefined when there is nothing. */
function openWords({ errorCount, warningCount }: Figures): string | undefined {
  const words = [
    errorCount > 0 && `errors: ${errorCount}`,
    warningCount > 0 && counted(warningCount, 'query', 'queries'),
  ].filter((each) => each !== false);
  return words.length > 0 ? words.join(', ') : undefined;
}

/** One piece: what it is, how hard, what is open, when it was last saved. */
export function PieceRow({ piece, onDuplicate, onArchive }: PieceRowProps) {
  const shown = useNames();
  if (piece.trouble !== null) return <TroubledRow piece={piece} trouble={piece.trouble} />;
  const { figures } = piece;
  const open = figures ? openWords(figures) : undefined;
  const capo = piece.capo > 0 ? ` · capo ${piece.capo}` : '';
  return (
    <li className="grid items-center gap-x-6 gap-y-1 border-b border-ink1-40 py-3 hover:bg-white md:grid-cols-[minmax(14rem,1.5fr)_minmax(11rem,1fr)_7rem_7rem_9rem_auto]">
      <div>
        <Link
          to={`/bench/${piece.arrangementId}/melody`}
          className="figure text-lg underline-offset-4 hover:underline"
        >
          {piece.title}
        </Link>
        <p className="text-note text-ink1-80">{piece.player ? `after ${piece.player}` : 'no player named'}</p>
      </div>
      <p>
        {piece.tuningName}
        {capo}
        <br />
        <span className="text-note text-ink1-80">
          shapes in {shown(keyText(piece.key))} · ♩ {piece.tempoBpm}
        </span>
      </p>
      <p>{counted(piece.barCount, 'bar')}</p>
      <p>
        <span className="text-note text-ink1-80">grade </span>
        {figures ? (
          <span className="figure text-xl">{figures.gradePoints.toFixed(1)}</span>
        ) : (
          <span className="text-note">follows</span>
        )}
      </p>
      <p className="text-note flex items-center gap-1.5">
        {open && <QueryMark size={16} />}
        <span>
          {figures ? (open ?? 'nothing to mend') : 'being looked through'}
          <br />
          <span className="text-ink1-80">saved {saved.format(new Date(piece.updatedAt))}</span>
        </span>
      </p>
      <div className="flex gap-3">
        <Button look="plain" onClick={onDuplicate} aria-label={`Duplicate ${piece.title}`}>
          Duplicate
        </Button>
        <Button
          look="plain"
          onClick={onArchive}
          aria-label={`${piece.archivedAt ? 'Bring back' : 'Archive'} ${piece.title}`}
        >
          {piece.archivedAt ? 'Bring back' : 'Archive'}
        </Button>
      </div>
    </li>
  );
}
