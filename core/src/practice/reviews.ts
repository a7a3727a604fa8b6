import { createEmptyCard, fsrs, Rating, type Card, type Grade } from 'ts-fsrs';
import { sittingsOf, type Sitting } from './sittings.ts';
import { tempoLadder, type TempoGoal, type TimedPass } from './tempo-ladder.ts';

/** Something learned, and when it wants to be played again. Times in milliseconds since 1970. */
export interface Review {
  readonly learnedMs: number;
  /** When it was last played whole. */
  readonly playedMs: number;
  readonly dueMs: number;
  /** How likely it still comes at the goal's tempo, 0 to 1. */
  readonly recall: number;
  /** Times it was looked at again since it was learned, and how many of them came clean at once. */
  readonly looks: number;
  readonly cleanAtOnce: number;
}

/** Free Spaced Repetition Scheduler, version 6, with the parameters its authors fitted: nine of ten things looked at again are to be still there. In days, without chance. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

/**
 * When something that reached its goal wants to be looked at again; undefined while it is still being learned. Each occasion since then is one review: clean at the goal's tempo at once, after a slip, or not.
 */
export function reviewOf(passes: readonly TimedPass[], goal: TempoGoal, nowMs: number): Review | undefined {
  const whole = passes.filter(({ isPart }) => !isPart);
  const { reachedAt } = tempoLadder(whole, goal);
  const learned = reachedAt === undefined ? undefined : whole[reachedAt];
  if (!learned) return undefined;
  const sittings = sittingsOf(whole.slice(reachedAt)).slice(1);
  let card = learn(createEmptyCard(new Date(learned.atMs)), learned.atMs, Rating.Good);
  let cleanAtOnce = 0;
  for (const sitting of sittings) {
    const grade = gradeOf(sitting, goal);
    if (grade === Rating.Good) cleanAtOnce += 1;
    card = learn(card, sitting[0].atMs, grade);
  }
  return {
    learnedMs: learned.atMs,
    playedMs: whole.at(-1)?.atMs ?? learned.atMs,
    dueMs: card.due.getTime(),
    recall: scheduler.get_retrievability(card, new Date(nowMs), false),
    looks: sittings.length,
    cleanAtOnce,
  };
}

const learn = (card: Card, atMs: number, grade: Grade): Card =>
  scheduler.next(card, new Date(atMs), grade).card;

/** How an occasion went: clean at the goal's tempo at once is good; after a slip, or slower, hard; else it is to be learned again. */
function gradeOf(sitting: Sitting, { goalBpm }: TempoGoal): Grade {
  const [first] = sitting;
  if (first.answer === 'clean' && first.tempoBpm >= goalBpm) return Rating.Good;
  return sitting.some(({ answer }) => answer === 'clean') ? Rating.Hard : Rating.Again;
}
