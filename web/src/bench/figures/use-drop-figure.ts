import { toPlace, type Figure } from '@jocund/core/figures';
import { numberOfBar } from '@jocund/core/score';
import { useSay } from '../../ui/toast.tsx';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';
import { useLay } from './ways-list.tsx';

/** A figure dropped on a bar is laid there in its best way. */
export function useDropFigure(): (figure: Figure, bar: number) => void {
  const { score } = useBench();
  const hand = useHand();
  const lay = useLay();
  const say = useSay();
  const { start } = useWork('figureWays');
  return (figure, bar) =>
    start(
      { figure, move: { kind: 'target', target: toPlace(figure, score, bar) }, piece: score, hand },
      ([best]) => {
        if (best) lay(best.figure, bar);
        else say(`The neck has no place for “${figure.score.title}” in bar ${numberOfBar(score, bar)}.`);
      },
    );
}
