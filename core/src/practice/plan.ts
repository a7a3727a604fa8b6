import { reviewOf, type Review } from './reviews.ts';
import { whatToHear, type HearingReason, type InHand, type ToHear } from './what-to-hear.ts';

/** One block of the minutes there are. */
export type PlannedBlock =
  | {
      readonly kind: 'work';
      readonly id: string;
      readonly minutes: number;
      readonly reason: HearingReason;
      readonly hear: ToHear;
    }
  | { readonly kind: 'review'; readonly id: string; readonly minutes: number; readonly review: Review }
  /** Hands off. */
  | { readonly kind: 'break'; readonly minutes: number }
  /** Minutes that are the student's own. */
  | { readonly kind: 'free'; readonly minutes: number };

export interface Plan {
  /** In the order in which they are played; their minutes make up those there are. */
  readonly blocks: readonly PlannedBlock[];
  /** What rests because it hurt of late. */
  readonly resting: readonly string[];
  /** Learned things that are due and did not fit in. */
  readonly leftOut: number;
}

/** A look at something learned takes so long. */
const reviewMinutes = 2;
/** Less at one passage leads nowhere (common practice). */
const leastWork = 5;
/** Longer at one passage without a change tires hands and ears (common practice). */
const mostWork = 12;
/** Fewer minutes are no block of their own. */
const leastFree = 3;
/** Hands rest after so much playing at the latest, for so long (common practice). */
const playedToBreak = 25;
const breakMinutes = 3;
/** What hurt in so many days rests. */
const restsDays = 3;
const dayMs = 24 * 3_600_000;
/** The day on which something is due is any time of it: looked at in the morning it is in time. */
const dueSoonMs = dayMs / 2;

/** How hard it presses to work at something; what is learned or hurt is no work. */
const workOrder: readonly HearingReason[] = ['late', 'due', 'stuck', 'going on', 'new', 'rested'];

/**
 * What to practise with so many whole minutes, 5 to 240: the hardest first, while the hands are fresh, then reviews of what is learned between the others, the least sure one first. Reviews take a third at most, while there is work. The minutes add up. `nowMs` in milliseconds since 1970.
 */
export function planFor(inHand: readonly InHand[], minutes: number, nowMs: number): Plan {
  const breaks = Math.max(0, Math.ceil((minutes - playedToBreak) / (playedToBreak + breakMinutes)));
  const played = minutes - breakMinutes * breaks;
  const resting = inHand.filter(({ passes }) =>
    passes.some(({ answer, atMs }) => answer === 'hurts' && nowMs - atMs < restsDays * dayMs),
  );
  const able = inHand.filter((each) => !resting.includes(each));
  const learned = able.flatMap((each) => {
    const review = reviewOf(each.passes, each, nowMs);
    return review ? [{ id: each.id, review }] : [];
  });
  const due = learned
    .filter(({ review }) => review.dueMs <= nowMs + dueSoonMs)
    .sort((a, b) => a.review.recall - b.review.recall);
  const work = hardestFirst(
    able.filter(({ id }) => !learned.some((each) => each.id === id)),
    nowMs,
  );
  const roomForReviews = work.length === 0 ? played : played / 3;
  const looks = due.slice(0, Math.floor(roomForReviews / reviewMinutes));
  const blocks = mixed(
    workBlocks(work, played - looks.length * reviewMinutes),
    looks.map(({ id, review }) => ({ kind: 'review', id, minutes: reviewMinutes, review })),
  );
  return {
    blocks: withBreaks(withFree(blocks, played), Math.ceil(played / (breaks + 1))),
    resting: resting.map(({ id }) => id),
    leftOut: due.length - looks.length,
  };
}

/** What presses most; of two alike, the one further from its goal. */
function hardestFirst(inHand: readonly InHand[], nowMs: number): ToHear[] {
  const goalOf = new Map(inHand.map(({ id, goalBpm }) => [id, goalBpm]));
  const share = ({ id, ladder }: ToHear): number => ladder.tempoBpm / (goalOf.get(id) ?? 1);
  const press = ({ reason }: ToHear): number => {
    const at = workOrder.indexOf(reason);
    // What hurt longer ago than it has to rest is played again, slowly, at the end.
    return at === -1 ? workOrder.length : at;
  };
  return whatToHear(inHand, nowMs).sort((a, b) => press(a) - press(b) || share(a) - share(b));
}

type WorkBlock = Extract<PlannedBlock, { kind: 'work' }>;
type ReviewBlock = Extract<PlannedBlock, { kind: 'review' }>;
type PlayedBlock = WorkBlock | ReviewBlock | { readonly kind: 'free'; readonly minutes: number };

/** As many passages as have five minutes each; what is over goes to the first, up to twelve, then to the next. */
function workBlocks(work: readonly ToHear[], minutes: number): WorkBlock[] {
  const chosen = work.slice(0, Math.max(1, Math.floor(minutes / leastWork)));
  let over = minutes - chosen.length * Math.min(leastWork, minutes);
  return chosen.map((hear) => {
    const more = Math.min(over, mostWork - leastWork);
    over -= more;
    return {
      kind: 'work',
      id: hear.id,
      minutes: Math.min(leastWork, minutes) + more,
      reason: hear.reason,
      hear,
    };
  });
}

/** Work first, then by turns. */
function mixed(work: readonly WorkBlock[], reviews: readonly ReviewBlock[]): (WorkBlock | ReviewBlock)[] {
  const turns = Math.max(work.length, reviews.length);
  return Array.from({ length: turns }, (_, index) => [work[index], reviews[index]])
    .flat()
    .filter((block) => block !== undefined);
}

/** Minutes that are over when there is little to do are the student's own; a few go to the first block. */
function withFree(blocks: readonly (WorkBlock | ReviewBlock)[], minutes: number): PlayedBlock[] {
  const over = minutes - blocks.reduce((sum, block) => sum + block.minutes, 0);
  const [first, ...rest] = blocks;
  if (over <= 0 || !first) return [...blocks];
  return over < leastFree
    ? [{ ...first, minutes: first.minutes + over }, ...rest]
    : [...blocks, { kind: 'free', minutes: over }];
}

/** A break each time so many minutes were played; a block that goes on beyond is parted. */
function withBreaks(blocks: readonly PlayedBlock[], toBreak: number): PlannedBlock[] {
  const all: PlannedBlock[] = [];
  let since = 0;
  for (const block of blocks) {
    let left = block.minutes;
    while (since + left > toBreak) {
      const now = toBreak - since;
      if (now > 0) all.push({ ...block, minutes: now });
      all.push({ kind: 'break', minutes: breakMinutes });
      left -= now;
      since = 0;
    }
    all.push({ ...block, minutes: left });
    since += left;
  }
  return all;
}
