import type { MeasuredPiece } from '@jocund/contract';
import { useEffect, useState } from 'react';
import type { Tasks } from '../work/messages.ts';
import { useWork } from '../work/use-work.ts';
import type { Whose } from './whose.ts';

type Manners = Tasks['readManners']['output'];

interface ReadManners {
  /** Of the two sides asked for now; undefined until they are worked out. */
  readonly manners: Manners | undefined;
  readonly isFailed: boolean;
  readonly share: number;
  readonly again: () => void;
}

/** The manners of one side or two, worked out beside the page. Without pieces nothing is asked. */
export function useManners(
  pieces: readonly MeasuredPiece[] | undefined,
  one: Whose | undefined,
  other: Whose | undefined,
): ReadManners {
  const { state, start, cancel } = useWork('readManners');
  const [answer, setAnswer] = useState<{ of: unknown; asked: string; manners: Manners } | undefined>();
  const [tries, setTries] = useState(0);
  const asked = `${idsOf(one)} ${idsOf(other)}`;
  useEffect(() => {
    if (!pieces) return;
    const [first = '', second = ''] = asked.split(' ');
    if (first === '') return;
    start(
      { pieces, one: first.split(','), other: second === '' ? undefined : second.split(',') },
      (manners) => setAnswer({ of: pieces, asked, manners }),
    );
    return cancel;
  }, [pieces, asked, tries, start, cancel]);
  return {
    manners: answer?.of === pieces && answer?.asked === asked ? answer.manners : undefined,
    isFailed: state.kind === 'failed',
    share: state.kind === 'working' ? state.share : 0,
    again: () => setTries(tries + 1),
  };
}

/** What is asked, as text: it stays the same from drawing to drawing. */
const idsOf = (whose: Whose | undefined): string =>
  whose?.chosen.map(({ arrangementId }) => arrangementId).join() ?? '';
