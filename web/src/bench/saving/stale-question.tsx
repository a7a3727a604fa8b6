import type { Arrangement } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { Question } from '../../ui/dialog.tsx';
import { counted } from '../../ui/words.ts';

interface StaleQuestionProps {
  readonly mine: Score;
  readonly current: Arrangement;
  readonly onKeepMine: () => void;
  readonly onTakeTheirs: () => void;
}

const clock = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** Two versions of one piece: what differs, and two ways on that both lose nothing. */
export function StaleQuestion({ mine, current, onKeepMine, onTakeTheirs }: StaleQuestionProps) {
  return (
    <Question
      title="This piece was saved elsewhere"
      open
      answers={[
        { label: 'Keep mine here', act: onKeepMine },
        { label: 'Take the other, keep mine as a new piece', act: onTakeTheirs },
      ]}
    >
      <p>
        {current.savedBy} saved version {current.version} on {clock.format(new Date(current.savedAt))}, after
        this page had opened it. {differences(mine, current.score)}
      </p>
      <p className="mt-3">If you keep yours, the other stays in the history of the piece. Neither is lost.</p>
    </Question>
  );
}

function differences(mine: Score, theirs: Score): string {
  const length = Math.max(mine.bars.length, theirs.bars.length);
  const bars = Array.from({ length }, (_, index) => index).filter(
    (index) => JSON.stringify(mine.bars[index]) !== JSON.stringify(theirs.bars[index]),
  );
  if (bars.length === 0) return 'The bars are the same; title, tuning, tempo or another setting differs.';
  const listed = bars
    .slice(0, 12)
    .map((index) => index + 1)
    .join(', ');
  return `${counted(bars.length, 'bar')} differ${bars.length === 1 ? 's' : ''}: ${listed}${bars.length > 12 ? ' …' : ''}.`;
}
