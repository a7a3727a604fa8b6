import type { Arrangement } from '@jocund/contract';
import { changesBetween, type Score } from '@jocund/core/score';
import { Question } from '../../ui/dialog.tsx';

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
  const changes = changesBetween(mine, theirs);
  if (changes.length === 0) return 'The two say the same.';
  const told = changes.slice(0, 6).join('; ');
  return `Against yours: ${told}${changes.length > 6 ? ' …' : ''}.`;
}
