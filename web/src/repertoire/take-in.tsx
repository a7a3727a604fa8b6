import type { Score } from '@jocund/core/score';
import { Button } from '../ui/button.tsx';

/** The last step: what was read becomes a piece of its own. */
export function TakeIn({
  score,
  isPending,
  onTake,
}: {
  score: Score;
  isPending: boolean;
  onTake: (score: Score) => void;
}) {
  return (
    <p className="flex items-center gap-3">
      <Button look="solid" disabled={isPending} onClick={() => onTake(score)}>
        Take it in as a new piece
      </Button>
      <span className="text-note text-ink1-80">No other piece is touched.</span>
    </p>
  );
}
