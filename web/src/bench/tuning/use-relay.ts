import type { Score } from '@jocund/core/score';
import { layScore, type FoundTuning } from '@jocund/core/tuning-finder';
import { tuningOf } from '../../ui/guitar.ts';
import { useSettings } from '../../ui/settings.ts';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useWork, type WorkState } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';

interface Where {
  readonly capo: number;
  /** Semitones the sound moves. */
  readonly transpose: number;
}

/** Lays the piece anew for another tuning, capo or key: the hands find every note's string and fret. */
export function useRelay(): {
  readonly state: WorkState<readonly FoundTuning[]>;
  /** Works it out; the answer stands in `state`, or is laid at once where no look at it is wanted. */
  readonly weigh: (tuning: Score['tuning'], where: Where) => void;
  readonly relay: (tuning: Score['tuning'], where: Where) => void;
  readonly lay: (found: FoundTuning) => void;
} {
  const { score, edit, undo } = useBench();
  const [settings] = useSettings();
  const say = useSay();
  const { state, start } = useWork('findTunings');
  const search = (tuning: Score['tuning'], only: Where) => ({
    score,
    tunings: [tuning],
    today: tuningOf(settings.today),
    maxCapo: 0,
    maxTranspose: 0,
    only,
  });
  const lay = (found: FoundTuning) => {
    edit((each) => layScore(each, found));
    const lost = found.unplayable > 0 ? ` ${counted(found.unplayable, 'note')} had no place and left.` : '';
    say(`The piece lies anew. Thumb notes are written by hand.${lost}`, undo);
  };
  return {
    state,
    weigh: (tuning, where) => start(search(tuning, where)),
    relay: (tuning, where) =>
      start(search(tuning, where), ([found]) => {
        if (found) lay(found);
      }),
    lay,
  };
}
