import { useEffect } from 'react';
import { useMyHand } from '../../api/hands.ts';
import { counted } from '../../ui/words.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useReader } from '../use-reader.ts';

/** Says how the piece differs in the hand it is fingered for from the teacher's own. */
export function OtherHand() {
  const { score } = useBench();
  const { studentId, hand } = useReader().reader;
  const [mine] = useMyHand();
  const { state, start, cancel } = useWork('compareHands');
  useEffect(() => {
    if (studentId === '') cancel();
    else start({ score, hand, other: mine });
  }, [start, cancel, score, hand, mine, studentId]);
  if (studentId === '' || state.kind !== 'done') return null;
  const { moreMm, differing, moreQueries } = state.output;
  const cost = Math.round(moreMm);
  return (
    <p className="text-note" role="status">
      {differing === 0 && cost === 0 && moreQueries === 0
        ? 'No different from your own hand.'
        : `Against your own hand: ${cost < 0 ? '−' : '+'}${Math.abs(cost)} mm, ${counted(differing, 'other finger')}, ${moreQueries < 0 ? `${-moreQueries} queries fewer` : counted(moreQueries, 'query more', 'queries more')}.`}
    </p>
  );
}
