import { describeFault } from '@jocund/core/fault';
import type { Figure } from '@jocund/core/figures';
import { sectionAt, sectionName } from '@jocund/core/form';
import { numberOfBar } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

const mostTimes = 12;
/** Seeds are short enough to be read out. */
const seeds = 1000;

/** A pool of figures, dealt into one bar of a section that is played again and again, so that nobody learns the order by heart. */
export function PoolPart({
  pool,
  onRemove,
}: {
  pool: readonly Figure[];
  onRemove: (figure: Figure) => void;
}) {
  const { score, cursor, edit, undo } = useBench();
  const hand = useHand();
  const say = useSay();
  const { state, start, cancel } = useWork('dealFigures');
  const [times, setTimes] = useState(4);
  const section = sectionAt(score, cursor.bar);
  const isWorking = state.kind === 'working';
  const deal = () => {
    const seed = Math.floor(Math.random() * seeds);
    start({ score, pool, bar: cursor.bar, times, seed, hand }, (dealt) => {
      if (!dealt.ok) {
        say(describeFault(dealt.fault));
        return;
      }
      const seen = { isCurrent: false };
      edit((each) => {
        seen.isCurrent = each === score;
        return seen.isCurrent ? dealt.value.score : each;
      });
      if (seen.isCurrent) say(`Dealt, order ${seed}: ${dealt.value.order.join(', ')}.`, undo);
      else say('The piece was changed meanwhile. Deal them again.');
    });
  };
  return (
    <section aria-label="Pool" className="mt-3 border-t border-ink1-40 pt-2">
      <h4 className="text-base">Pool</h4>
      {pool.length === 0 ? (
        <p className="text-note">
          Put figures into the pool to have them dealt into a bar, another one each time the section comes
          round.
        </p>
      ) : (
        <ul>
          {pool.map((figure) => (
            <li
              key={figure.id}
              className="flex items-baseline justify-between border-b border-ink1-22 py-0.5"
            >
              {figure.score.title}
              <Button
                look="plain"
                className="text-note"
                aria-label={`Take “${figure.score.title}” out of the pool`}
                onClick={() => onRemove(figure)}
              >
                out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {pool.length > 0 && section && (
        <>
          <Stepper label="Times round" value={times} low={2} high={mostTimes} onChange={setTimes} />
          <p className="text-note pt-1">
            {sectionName(section, score)} is played {times} times more, with another figure from bar{' '}
            {numberOfBar(score, cursor.bar)} on.
          </p>
          <p className="flex gap-2 pt-2">
            <Button className="flex-1" disabled={pool.length < 2 || isWorking} onClick={deal}>
              {isWorking ? 'Dealing' : 'Deal them'}
            </Button>
            {isWorking && <Button onClick={cancel}>Cancel</Button>}
          </p>
        </>
      )}
      {state.kind === 'failed' && (
        <p role="alert" className="text-note pt-1 font-semibold">
          They could not be dealt. The piece is as it was. Try again.
        </p>
      )}
    </section>
  );
}
