import { dealSections, sectionsOf } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { Fold } from '../../ui/fold.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { Tick } from '../../ui/tick.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';

const mostRounds = 8;
/** Seeds are short enough to be read out. */
const seeds = 1000;

/** A pool of sections dealt in a new order each time round, so that nobody learns the order by heart. */
export function DealPart({ score }: { score: Score }) {
  const { undo } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const sections = sectionsOf(score).flatMap(({ id, name }) =>
    id === undefined || name === '' ? [] : [{ id, name }],
  );
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [rounds, setRounds] = useState(2);
  if (sections.length < 2) return null;
  const pool = sections.filter(({ id }) => !left.has(id));
  const deal = () => {
    const seed = Math.floor(Math.random() * seeds);
    if (
      attempt((each) =>
        dealSections(
          each,
          pool.map(({ id }) => id),
          { rounds, seed },
        ),
      )
    )
      say(`Dealt anew: order ${seed}.`, undo);
  };
  return (
    <Fold title="Deal the sections in a new order">
      {() => (
        <>
          {sections.map(({ id, name }) => (
            <Tick
              key={id}
              label={name}
              checked={!left.has(id)}
              onChange={(isIn) =>
                setLeft(new Set(isIn ? [...left].filter((each) => each !== id) : [...left, id]))
              }
            />
          ))}
          <Stepper label="Times round" value={rounds} low={1} high={mostRounds} onChange={setRounds} />
          <Button className="mt-2 w-full" disabled={pool.length < 2} onClick={deal}>
            Deal them
          </Button>
        </>
      )}
    </Fold>
  );
}
