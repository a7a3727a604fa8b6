import type { Assignment } from '@jocund/contract';
import { ladderPlans, type LadderOrder, type Rung } from '@jocund/core/grading';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useStudioWeights } from '../api/grade-sayings.ts';
import { readArrangement } from '../api/queries.ts';
import { SelectField } from '../ui/field.tsx';
import { useWork } from '../work/use-work.ts';

type GivenRung = NonNullable<Assignment['rung']>;

interface RungFieldProps {
  readonly arrangementId: string;
  /** Undefined while a plan is chosen, but no rung of it yet. */
  readonly rung: GivenRung | null | undefined;
  readonly onChange: (rung: GivenRung | null | undefined) => void;
}

/** Whether the piece is given as it is written, or one rung of its ladder. */
export function RungField({ arrangementId, rung, onChange }: RungFieldProps) {
  const [order, setOrder] = useState<LadderOrder | undefined>();
  const { rungs, isFailed } = useRungsOf(arrangementId, order);
  return (
    <>
      <SelectField
        label="As"
        value={order ?? ''}
        onChange={({ target }) => {
          const chosen = ladderPlans.find((plan) => plan.order === target.value)?.order;
          setOrder(chosen);
          onChange(chosen ? undefined : null);
        }}
      >
        <option value="">it is written</option>
        {ladderPlans.map((plan) => (
          <option key={plan.order} value={plan.order}>
            a rung of the ladder, {plan.name}
          </option>
        ))}
      </SelectField>
      {order && (
        <SelectField
          label="Rung"
          value={rung?.id ?? ''}
          onChange={({ target }) => {
            const chosen = rungs.find(({ id }) => id === target.value);
            onChange(chosen && { order, id: chosen.id, name: chosen.name });
          }}
        >
          <option value="">
            {isFailed
              ? 'The piece cannot be read just now'
              : rungs.length > 0
                ? 'choose a rung'
                : 'cutting the ladder …'}
          </option>
          {rungs.map(({ id, number, name, grade }) => (
            <option key={id} value={id}>
              {number} · {name} · grade {grade.points.toFixed(1)}
            </option>
          ))}
        </SelectField>
      )}
    </>
  );
}

/** The rungs before the whole of a piece's ladder, cut beside the page. */
function useRungsOf(arrangementId: string, order: LadderOrder | undefined) {
  const weights = useStudioWeights();
  const read = useQuery({
    queryKey: ['beside', 'p', '', arrangementId],
    queryFn: () => readArrangement(arrangementId),
    enabled: order !== undefined,
  });
  const score = read.data?.score;
  const { state, start, cancel } = useWork('cutLadder');
  const [answer, setAnswer] = useState<{ of: LadderOrder; rungs: readonly Rung[] } | undefined>();
  useEffect(() => {
    if (!score || !order) return;
    start({ score, settings: { order, weights } }, ({ rungs }) => setAnswer({ of: order, rungs }));
    return cancel;
  }, [score, order, weights, start, cancel]);
  return {
    rungs: answer && answer.of === order ? answer.rungs.filter(({ id }) => id !== 'whole') : [],
    isFailed: read.isError || state.kind === 'failed',
  };
}
