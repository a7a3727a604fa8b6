import type { Study } from '@jocund/core/score';
import { Button } from '../ui/button.tsx';

/** The last step: what was read becomes a piece of its own. */
export function TakeIn({
  study,
  isPending,
  onTake,
}: {
  study: Study;
  isPending: boolean;
  onTake: (study: Study) => void;
}) {
  return (
    <p className="flex items-center gap-3">
      <Button look="solid" disabled={isPending} onClick={() => onTake(study)}>
        Take it in as a new piece
      </Button>
      <span className="text-note text-ink1-80">No other piece is touched.</span>
    </p>
  );
}
