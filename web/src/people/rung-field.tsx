import type { Assignment } from '@jocund/contract';
import { ladderPlans, type LadderOrder, type Rung } from '@jocund/core/grading';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { useStudioWeights } from '../api/grade-sayings.ts';
import { readArrangement } from '../api/queries.ts';
import { SelectField } from '../ui/field.tsx';
import { useWork } from '../work/use-work.ts';

type GivenRung = NonNullable<Assignment['rung']>;

/** A piece as it is written, one rung of its ladder, or all of them one after the other, the whole piece, null, last. */
export type GivenAs =
  | { readonly kind: 'written' }
  | { readonly kind: 'rung'; readonly rung: GivenRung }
  | { readonly kind: 'ladder'; readonly rungs: readonly (GivenRung | null)[] };

interface RungFieldProps {
  readonly arrangementId: string;
  /** Undefined while a plan is chosen, but its rungs are not there, or none of them is chosen yet. */
  readonly as: GivenAs | undefined;
  readonly onChange: (as: GivenAs | undefined) => void;
}

type Way = `rung ${LadderOrder}` | `ladder ${LadderOrder}` | '';

/** Whether the piece is given as it is written, or one rung of its ladder, or the whole ladder. */
export function RungField({ arrangementId, as, onChange }: RungFieldProps) {
  const [way, setWay] = useState<Way>('');
  const [kind, chosenOrder] = way.split(' ');
  const order = ladderPlans.find((plan) => plan.order === chosenOrder)?.order;
  const { rungs, isFailed } = useRungsOf(arrangementId, order, (found) => {
    if (kind === 'ladder' && order)
      onChange({
        kind: 'ladder',
        rungs: [...found.map(({ id, name }) => ({ order, id, name })), null],
      });
  });
  return (
    <>
      <SelectField
        label="As"
        value={way}
        onChange={({ target }) => {
          setWay(target.value as Way);
          onChange(target.value === '' ? { kind: 'written' } : undefined);
        }}
      >
        <option value="">it is written</option>
        {ladderPlans.map((plan) => (
          <option key={plan.order} value={`rung ${plan.order}`}>
            a rung of the ladder, {plan.name}
          </option>
        ))}
        {ladderPlans.map((plan) => (
          <option key={plan.order} value={`ladder ${plan.order}`}>
            the whole ladder, {plan.name}
          </option>
        ))}
      </SelectField>
      {order && kind === 'rung' && (
        <SelectField
          label="Rung"
          value={as?.kind === 'rung' ? as.rung.id : ''}
          onChange={({ target }) => {
            const chosen = rungs.find(({ id }) => id === target.value);
            onChange(chosen && { kind: 'rung', rung: { order, id: chosen.id, name: chosen.name } });
          }}
        >
          <option value="">
            {rungs.length > 0 ? 'choose a rung' : isFailed ? failedWords : cuttingWords}
          </option>
          {rungs.map(({ id, number, name, grade }) => (
            <option key={id} value={id}>
              {number} · {name} · grade {grade.points.toFixed(1)}
            </option>
          ))}
        </SelectField>
      )}
      {order && kind === 'ladder' && (
        <p className="text-note" role="status">
          {rungs.length > 0
            ? `${rungs.map(({ name }) => name).join('; ')}; the whole piece. Each opens when the one before it is reached.`
            : isFailed
              ? failedWords
              : cuttingWords}
        </p>
      )}
    </>
  );
}

const failedWords = 'The piece cannot be read just now';
const cuttingWords = 'cutting the ladder …';

/** The rungs before the whole of a piece's ladder, cut beside the page. */
function useRungsOf(
  arrangementId: string,
  order: LadderOrder | undefined,
  onCut: (rungs: readonly Rung[]) => void,
) {
  const weights = useStudioWeights();
  const read = useQuery({
    queryKey: ['beside', 'p', '', arrangementId],
    queryFn: () => readArrangement(arrangementId),
    enabled: order !== undefined,
  });
  const score = read.data?.score;
  const { state, start, cancel } = useWork('cutLadder');
  const [answer, setAnswer] = useState<{ of: LadderOrder; rungs: readonly Rung[] } | undefined>();
  const told = useEffectEvent(onCut);
  useEffect(() => {
    if (!score || !order) return;
    start({ score, settings: { order, weights } }, (cut) => {
      const rungs = cut.rungs.filter(({ id }) => id !== 'whole');
      setAnswer({ of: order, rungs });
      told(rungs);
    });
    return cancel;
  }, [score, order, weights, start, cancel]);
  return {
    rungs: answer && answer.of === order ? answer.rungs : [],
    isFailed: read.isError || state.kind === 'failed',
  };
}
