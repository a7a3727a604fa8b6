import { realPitchText, shippedTuningOf, type Tuning } from './tuning.ts';
import { lowToHighIndex, stringsLowToHigh, type StringNumber } from './strings.ts';

/** A known tuning met on the way, once `afterString` is right. */
export interface PassedTuning {
  readonly afterString: StringNumber;
  readonly name: string;
}

/** The known tunings met while the strings of `order` are turned one by one; the last string's is the goal itself. */
export function tuningsPassed(from: Tuning, to: Tuning, order: readonly StringNumber[]): PassedTuning[] {
  const pitches = stringsLowToHigh.map((string) => realPitchText(from, string));
  const start = shippedTuningOf({ pitches });
  const goal = shippedTuningOf({ pitches: stringsLowToHigh.map((string) => realPitchText(to, string)) });
  return order.slice(0, -1).flatMap((string) => {
    pitches[lowToHighIndex(string)] = realPitchText(to, string);
    const known = shippedTuningOf({ pitches });
    const isNew = known && known !== start && known !== goal;
    return isNew ? [{ afterString: string, name: known.name }] : [];
  });
}
