import { cutLadder, type LadderOrder, type Rung } from '@jocund/core/grading';
import { useDeferredValue, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useBench } from '../bench-context.tsx';

export interface RungChoice {
  readonly order: LadderOrder;
  readonly rungs: readonly Rung[];
  readonly chosen: Rung | undefined;
  readonly choose: (id: Rung['id']) => void;
  readonly setOrder: (order: LadderOrder) => void;
}

/** The ladder of the study under edit. Order and chosen rung stand in the address. */
export function useRungs(): RungChoice {
  const { study } = useBench();
  const settled = useDeferredValue(study);
  const [params, setParams] = useSearchParams();
  const order: LadderOrder = params.get('order') === 'melody-first' ? 'melody-first' : 'thumb-first';
  const rungs = useMemo(() => cutLadder(settled, order), [settled, order]);
  const set = (name: string, value: string) =>
    setParams(
      (before) => {
        before.set(name, value);
        return before;
      },
      { replace: true },
    );
  return {
    order,
    rungs,
    chosen: rungs.find(({ id }) => id === params.get('rung')) ?? rungs.at(-1),
    choose: (id) => set('rung', id),
    setOrder: (next) => set('order', next),
  };
}
