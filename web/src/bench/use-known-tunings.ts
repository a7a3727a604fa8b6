import { shippedTuningOf, tuningTable, type Tuning } from '@jocund/core/instrument';
import { useOwnTunings } from '../api/tunings.ts';
import { useBench } from './bench-context.tsx';

/** Every tuning a piece can be weighed in: its own, those that ship and the studio's. A guitar tuned away as a whole stays so in all of them. */
export function useKnownTunings(): readonly Tuning[] {
  const { score } = useBench();
  const { kept } = useOwnTunings();
  const { wholeSemitones, a4Hz } = score.tuning;
  return [
    ...(shippedTuningOf(score.tuning) ? [] : [score.tuning]),
    ...tuningTable,
    ...kept.filter((each) => !shippedTuningOf(each)),
  ].map(({ name, pitches }) => ({ name, pitches, wholeSemitones, a4Hz }));
}
