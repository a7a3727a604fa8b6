import { numberOfBar } from '@jocund/core/score';
import { highestFret } from '@jocund/core/instrument';
import type { Stretch } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useHand } from '../use-check.ts';

const barStretch = (bar: number): Pick<Stretch, 'from' | 'to'> => ({
  from: { bar, tick: 0 },
  to: { bar: bar + 1, tick: 0 },
});

/** Looks for easier strings and frets of the melody, in one bar or the whole piece, together with all fingers. */
export function EasierPart() {
  const { score, edit, undo, cursor } = useBench();
  const hand = useHand();
  const say = useSay();
  const [highest, setHighest] = useState(7);
  const { state, start, cancel } = useWork('placeMelody');
  const look = (within: Pick<Stretch, 'from' | 'to'> | undefined) =>
    start({ score, hand, within, highestFret: highest }, ({ score: laid, moved, beforeMm, afterMm }) => {
      if (moved === 0) {
        say('Every melody note already lies where it is easiest.');
        return;
      }
      const seen = { isCurrent: false };
      edit((each) => {
        seen.isCurrent = each === score;
        return seen.isCurrent ? laid : each;
      });
      if (seen.isCurrent)
        say(
          `${counted(moved, 'note')} moved: ${Math.round(beforeMm)} mm before, ${Math.round(afterMm)} mm now.`,
          undo,
        );
      else say('The piece was changed meanwhile. Look again.');
    });
  return (
    <MarginPart title="Easier places" note="both hands weighed">
      <Stepper
        label="Highest fret"
        value={highest}
        low={2}
        high={Math.min(17, highestFret(score))}
        onChange={setHighest}
      />
      {state.kind === 'working' ? (
        <p className="flex items-center justify-between pt-2" role="status">
          <span className="text-note">
            weighing every place, <span className="figure">{Math.round(state.share * 100)} %</span>
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        <p className="flex gap-2 pt-2">
          <Button onClick={() => look(barStretch(cursor.bar))}>
            In bar {numberOfBar(score, cursor.bar)}
          </Button>
          <Button onClick={() => look(undefined)}>In the piece</Button>
        </p>
      )}
      {state.kind === 'failed' && (
        <ErrorNote title="The weighing broke off" text="The piece is as it was. Try again." />
      )}
    </MarginPart>
  );
}
