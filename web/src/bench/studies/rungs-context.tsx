import { ladderPlans, type Ladder, type LadderOrder, type RungId } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import {
  createContext,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useState,
  type ReactNode,
} from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { useKeptRungs } from '../../api/kept-rungs.ts';
import { useAddress } from '../../ui/use-address.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { withByHand, type LadderRung } from './rungs-by-hand.ts';

export interface RungChoice {
  readonly order: LadderOrder;
  readonly rungs: readonly LadderRung[];
  readonly leftOut: Ladder['leftOut'];
  readonly chosen: LadderRung | undefined;
  readonly state: 'working' | 'ready' | 'failed';
  /** Rungs before which one was put between. */
  readonly eased: readonly RungId[];
  readonly choose: (id: RungId) => void;
  readonly setOrder: (order: LadderOrder) => void;
  /** Puts a rung between a steep one and the one before it, or takes it away again. */
  readonly setEased: (id: RungId, eased: boolean) => void;
  readonly again: () => void;
}

const RungsContext = createContext<RungChoice | undefined>(undefined);

export function useRungs(): RungChoice {
  const rungs = useContext(RungsContext);
  if (!rungs) throw new Error('useRungs outside of a ladder');
  return rungs;
}

const noRungs: readonly LadderRung[] = [];

/** The ladder of the score under edit, cut beside the page while a stage needs it. Order, chosen rung and rungs between stand in the address. */
export function RungsProvider({ isWanted, children }: { isWanted: boolean; children: ReactNode }) {
  const { score, arrangementId } = useBench();
  const { kept } = useKeptRungs(arrangementId);
  const settled = useDeferredValue(score);
  const { read, write } = useAddress();
  const order = ladderPlans.find((plan) => plan.order === read('order'))?.order ?? 'thumb-first';
  const easedText = read('eased');
  const weights = useStudioWeights();
  const { state, start, cancel } = useWork('cutLadder');
  const [answer, setAnswer] = useState<{ readonly of: Score; readonly ladder: Ladder } | undefined>();
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (!isWanted) return;
    start({ score: settled, settings: { order, eased: easedOf(easedText), weights } }, (ladder) =>
      setAnswer({ of: settled, ladder: withOwnWhole(ladder, settled) }),
    );
    return cancel;
  }, [isWanted, settled, order, easedText, weights, tries, start, cancel]);
  const rungId = read('rung');
  const choice = useMemo((): RungChoice => {
    const rungs = answer ? withByHand(answer.ladder.rungs, kept, order, weights) : noRungs;
    const eased = easedOf(easedText);
    return {
      order,
      rungs,
      leftOut: answer?.ladder.leftOut ?? [],
      chosen: rungs.find(({ id }) => id === rungId) ?? rungs.at(-1),
      state: state.kind === 'failed' ? 'failed' : state.kind === 'working' ? 'working' : 'ready',
      eased,
      choose: (id) => write('rung', id),
      setOrder: (next) => write('order', next === 'thumb-first' ? '' : next),
      setEased: (id, isEased) =>
        write('eased', [...eased.filter((each) => each !== id), ...(isEased ? [id] : [])].join(' ')),
      again: () => setTries((before) => before + 1),
    };
  }, [answer, kept, order, weights, easedText, rungId, state.kind, write]);
  return <RungsContext value={choice}>{children}</RungsContext>;
}

const easedOf = (text: string): RungId[] => text.split(' ').filter(Boolean) as RungId[];

/** What comes back is a copy: the whole is the very score that is under edit. */
const withOwnWhole = (ladder: Ladder, score: Score): Ladder => ({
  ...ladder,
  rungs: ladder.rungs.map((rung) => (rung.id === 'whole' ? { ...rung, score } : rung)),
});
