import type { PickingDigit, PickingSchool } from '../score/index.ts';
import { pickingCosts as costs } from './cost-table.ts';

/** How a school divides the work of the picking hand (common practice). */
export interface SchoolHabits {
  /** Its fingers and the string each is at home on; 0 is at home on every string. */
  readonly homes: Readonly<Partial<Record<PickingDigit, number>>>;
  /** What brushes from the thick strings, and what brushes back from the thin ones. */
  readonly brushes: readonly PickingDigit[];
  readonly brushesBack: readonly PickingDigit[];
  /** What the thumb (or the pick) pays for a melody note, in mm, and on top of that for each string from 3 on. */
  readonly thumbOnMelodyMm: number;
  readonly thumbOnThinMm: number;
  /** What the thumb pays to strike again after one quick time, in mm: flat, and for each string it goes over. */
  readonly thumbAgainMm: number;
  readonly thumbLeapMm: number;
  /** What a run on one string pays for each change between thumb (or pick) and finger after one quick time, in mm. */
  readonly inTurnMm: number;
}

const byFingers = {
  brushes: ['p', 'i'],
  brushesBack: ['i'],
  thumbOnMelodyMm: costs.thumbTakesMelody.value,
  thumbOnThinMm: costs.thumbOnThin.value,
  thumbAgainMm: costs.thumbAgain.value,
  thumbLeapMm: 0,
  inTurnMm: 0,
} as const satisfies Omit<SchoolHabits, 'homes'>;

export const habitsOf: Readonly<Record<PickingSchool, SchoolHabits>> = {
  i: { ...byFingers, homes: { i: 0 } },
  im: { ...byFingers, homes: { i: 2, m: 1 } },
  ima: { ...byFingers, homes: { i: 3, m: 2, a: 1 } },
  pick: {
    homes: { m: 2, a: 1 },
    brushes: ['p'],
    brushesBack: ['p'],
    thumbOnMelodyMm: costs.pickOnMelody.value,
    thumbOnThinMm: 0,
    thumbAgainMm: 0,
    thumbLeapMm: costs.pickLeaps.value,
    inTurnMm: costs.pickThenFinger.value,
  },
  pi: { ...byFingers, homes: { i: 0 }, thumbOnMelodyMm: costs.thumbOnRun.value, thumbOnThinMm: 0 },
  'index-brush': { ...byFingers, homes: { i: 0 }, brushes: ['i'] },
  'thumb-brush': { ...byFingers, homes: { i: 2, m: 1 }, brushes: ['p'] },
};

/** Note values by their share of a quarter, the longest first. */
const noteValues = [
  ['eighths', 1 / 2],
  ['triplets', 1 / 3],
  ['sixteenths', 1 / 4],
  ['thirty-seconds', 1 / 8],
] as const;

/** The longest notes on one string that two fingers take in turn at a tempo; undefined in a school of one finger. */
export function alternatesFrom(tempoBpm: number, school: PickingSchool): string | undefined {
  if (school !== 'pi' && Object.keys(habitsOf[school].homes).length < 2) return undefined;
  return noteValues.find(([, quarters]) => (quarters * 60_000) / tempoBpm < costs.alternation.value)?.[0];
}
