import { reviewOf } from './reviews.ts';
import { tempoLadder, usualRules, type TempoGoal, type TempoLadder, type TimedPass } from './tempo-ladder.ts';

/** What a student has in hand: the way to a tempo, until when, and the passes so far, the oldest first. */
export interface InHand extends TempoGoal {
  readonly id: string;
  /** The end of the day by which the goal is wanted; undefined: no day. */
  readonly goalMs: number | undefined;
  readonly passes: readonly TimedPass[];
}

/** Why something is to be heard, in the order in which it presses. */
export const hearingReasons = [
  'hurts',
  'late',
  'due',
  'stuck',
  'reached',
  'fades',
  'rested',
  'new',
  'going on',
  'kept',
] as const;
export type HearingReason = (typeof hearingReasons)[number];

export interface ToHear {
  readonly id: string;
  readonly reason: HearingReason;
  readonly ladder: TempoLadder;
  /** Whole days since the last pass; undefined before the first. */
  readonly daysSince: number | undefined;
  /** Of the last passes at the tempo of now: how many there were, and how many came clean. */
  readonly lately: { readonly passes: number; readonly clean: number };
}

const dayMs = 24 * 3_600_000;
/** What hurt in two weeks is asked about first. */
const hurtDays = 14;
/** A goal is due when it is so near. */
const dueDays = 4;
/** So many passes at one tempo without the next one opened are no progress (common practice: then something is to be changed). */
const stuckPasses = 8;
/** What is learned is news for so long. */
const newsDays = 14;
/** What is not played for a week rests. */
const restedDays = 7;

/** What to hear of everything in hand, what presses most first. `nowMs` in milliseconds since 1970. */
export const whatToHear = (inHand: readonly InHand[], nowMs: number): ToHear[] =>
  inHand
    .map((each) => weigh(each, nowMs))
    .sort((a, b) => hearingReasons.indexOf(a.reason) - hearingReasons.indexOf(b.reason));

function weigh(each: InHand, nowMs: number): ToHear {
  const { id, passes } = each;
  const ladder = tempoLadder(passes, each);
  const last = passes.at(-1);
  const daysSince = last && Math.floor((nowMs - last.atMs) / dayMs);
  const whole = passes.filter(({ isPart }) => !isPart);
  const before = whole.findLastIndex(({ tempoBpm }) => tempoBpm !== whole.at(-1)?.tempoBpm);
  const run = whole.slice(before + 1);
  const lately = { passes: run.length, clean: run.filter(({ answer }) => answer === 'clean').length };
  return { id, ladder, daysSince, lately, reason: reasonOf(each, ladder, { nowMs, daysSince, lately }) };
}

function reasonOf(
  inHand: InHand,
  { isReached }: TempoLadder,
  { nowMs, daysSince, lately }: { readonly nowMs: number } & Pick<ToHear, 'daysSince' | 'lately'>,
): HearingReason {
  const { passes, goalMs } = inHand;
  if (passes.some(({ answer, atMs }) => answer === 'hurts' && nowMs - atMs < hurtDays * dayMs))
    return 'hurts';
  if (isReached) {
    const review = reviewOf(passes, inHand, nowMs);
    if (!review || nowMs - review.learnedMs < newsDays * dayMs) return 'reached';
    return review.dueMs <= nowMs ? 'fades' : 'kept';
  }
  if (goalMs !== undefined && goalMs < nowMs) return 'late';
  if (goalMs !== undefined && goalMs - nowMs < dueDays * dayMs) return 'due';
  if (daysSince === undefined) return 'new';
  if (lately.passes >= stuckPasses && lately.clean < lately.passes - usualRules.cleanToRise) return 'stuck';
  return daysSince >= restedDays ? 'rested' : 'going on';
}
