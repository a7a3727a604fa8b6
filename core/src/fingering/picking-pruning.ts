import type { Ticks } from '../score/index.ts';
import { pickingCosts as costs } from './cost-table.ts';
import type { Reached } from './layered-search.ts';
import type { DigitNumber, PickingSetting, PickingState } from './picking-step.ts';

type Hand = Reached<PickingState, readonly DigitNumber[]>;

/** As many of the cheapest hands are held against all others. */
const rivals = 16;
/** Far above what sums of costs lose in rounding. */
const roundingMm = 1e-6;

/**
 * The hands that may still lead to the cheapest way. A hand is left out when a cheaper one could go on with the very same digits and stay
 * cheaper: what a hand pays for going on is the sum of what each remembered stroke makes it pay, nothing of that is below zero, and no
 * stroke can make it pay more than `mostMm`. `soon` are the times to the moments that follow, in ticks, as far as a stroke is remembered.
 */
export function stillWorthwhile(
  hands: readonly Hand[],
  at: Ticks,
  soon: readonly Ticks[],
  setting: PickingSetting,
): Hand[] {
  const best = [...hands]
    .sort((a, b) => a.costMm - b.costMm)
    .slice(0, rivals)
    .map((hand) => rivalOf(hand, at, soon, setting));
  return hands.filter((hand) => {
    for (const rival of best)
      if (hand.costMm > rival.costMm + roundingMm && isBeaten(hand, rival)) return false;
    return true;
  });
}

/** A cheap hand, with the most each of its remembered strokes can make it pay. */
interface Rival {
  readonly state: PickingState;
  readonly costMm: number;
  readonly mostMm: readonly number[];
  readonly togetherMm: number;
}

function rivalOf({ state, costMm }: Hand, at: Ticks, soon: readonly Ticks[], setting: PickingSetting): Rival {
  const most = state.map((stroke, digit) => (stroke ? mostMm(digit, at - stroke.at, soon, setting) : 0));
  return { state, costMm, mostMm: most, togetherMm: most.reduce((sum, mm) => sum + mm, 0) };
}

/** Whether a rival stays cheaper even if each of its strokes that the other hand has not makes it pay the most. */
function isBeaten({ state, costMm }: Hand, rival: Rival): boolean {
  const room = costMm - rival.costMm - roundingMm;
  if (room > rival.togetherMm) return true;
  let dearer = 0;
  for (let digit = 0; digit < 4; digit += 1) {
    const own = rival.state[digit];
    if (!own) continue;
    const its = state[digit];
    if (own.at === its?.at && own.string === its.string) continue;
    dearer += rival.mostMm[digit] ?? 0;
    if (dearer >= room) return false;
  }
  return true;
}

const fingerAgainMm = Math.max(
  costs.sameFingerOtherString.value,
  costs.sameFingerNextString.value,
  costs.sameFingerSameString.value,
  costs.rake.value,
);
/** From the thickest string to the thinnest. */
const widestLeap = 5;
/** Fingers that may pass over the string of a third. */
const otherFingers = 2;

/** The most that one remembered stroke can make a hand pay until its digit strikes again or it is forgotten, in mm. */
export function mostMm(
  digit: DigitNumber,
  ago: Ticks,
  soon: readonly Ticks[],
  { habits, msPerTick }: PickingSetting,
): number {
  const quickness = (until: Ticks) => costs.quick.value / Math.max(30, (ago + until) * msPerTick);
  const waits = soon.filter((until) => (ago + until) * msPerTick < costs.forgotten.value);
  let [most, passingMm] = [0, 0];
  for (const until of waits) {
    const quick = quickness(until);
    passingMm +=
      digit === 0 ? habits.inTurnMm * quick : otherFingers * costs.crossing.value * Math.min(1, quick);
    const againMm = digit === 0 ? habits.thumbAgainMm + habits.thumbLeapMm * widestLeap : fingerAgainMm;
    most = Math.max(most, passingMm + againMm * quick);
  }
  return most;
}
