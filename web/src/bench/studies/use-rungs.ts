import { cutLadder, type LadderOrder, type Rung } from '@jocund/core/grading';
import { useDeferredValue, useMemo } from 'react';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';

export interface RungChoice {
  readonly order: LadderOrder;
  readonly rungs: readonly Rung[];
  readonly chosen: Rung | undefined;
  readonly choose: (id: Rung['id']) => void;
  readonly setOrder: (order: LadderOrder) => void;
}

/** The ladder of the score under edit. Order and chosen rung stand in the address. */
export function useRungs(): RungChoice {
  const { score } = useBench();
  const settled = useDeferredValue(score);
  const { read, write } = useAddress();
  const order: LadderOrder = read('order') === 'melody-first' ? 'melody-first' : 'thumb-first';
  const rungs = useMemo(() => cutLadder(settled, { order }), [settled, order]);
  return {
    order,
    rungs,
    chosen: rungs.find(({ id }) => id === read('rung')) ?? rungs.at(-1),
    choose: (id) => write('rung', id),
    setOrder: (next) => write('order', next),
  };
}
