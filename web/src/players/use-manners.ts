import type { MeasuredPiece } from '@jocund/contract';
import { useEffect, useState } from 'react';
import type { Tasks } from '../work/messages.ts';
import { useWork } from '../work/use-work.ts';

type Manners = Tasks['readManners']['output'];

interface ReadManners {
  /** Of the two players asked for now; undefined until they are worked out. */
  readonly manners: Manners | undefined;
  readonly isFailed: boolean;
  readonly share: number;
  readonly again: () => void;
}

/** The manners of one player or two, worked out beside the page. Without a player nothing is asked. */
export function useManners(
  pieces: readonly MeasuredPiece[] | undefined,
  one: string | undefined,
  other: string | undefined,
): ReadManners {
  const { state, start, cancel } = useWork('readManners');
  const [answer, setAnswer] = useState<{ of: unknown; asked: string; manners: Manners } | undefined>();
  const [tries, setTries] = useState(0);
  const asked = `${one ?? ''} ${other ?? ''}`;
  useEffect(() => {
    if (!pieces || one === undefined) return;
    start({ pieces, one, other }, (manners) =>
      setAnswer({ of: pieces, asked: `${one} ${other ?? ''}`, manners }),
    );
    return cancel;
  }, [pieces, one, other, tries, start, cancel]);
  return {
    manners: answer?.of === pieces && answer?.asked === asked ? answer.manners : undefined,
    isFailed: state.kind === 'failed',
    share: state.kind === 'working' ? state.share : 0,
    again: () => setTries(tries + 1),
  };
}
