/** How a pass through a passage went, as the student says it. */
export const passAnswers = ['clean', 'not-yet', 'hurts'] as const;
export type PassAnswer = (typeof passAnswers)[number];

/** One pass through the passage. */
export interface Pass {
  /** Quarter notes a minute. */
  readonly tempoBpm: number;
  readonly answer: PassAnswer;
  /** Only some bars of the passage were played: such a pass is no step on the way. */
  readonly isPart?: boolean;
}

/** A pass with when it was, in milliseconds since 1970. */
export interface TimedPass extends Pass {
  readonly atMs: number;
}

export interface TempoGoal {
  /** Quarter notes a minute; the goal is no slower than the start. */
  readonly startBpm: number;
  readonly goalBpm: number;
}

export interface LadderRules {
  /** So many clean passes in a row open the next step. */
  readonly cleanToRise: number;
  /** So many passes in a row that did not come clean lead a step down. */
  readonly slipsToFall: number;
}

/** Common practice with a metronome: three clean in a row before it is set faster, slower again after two slips. */
export const usualRules: LadderRules = { cleanToRise: 3, slipsToFall: 2 };

/** Where a student stands on the way to a tempo. */
export interface TempoLadder {
  /** Every tempo on the way, the slowest first, the goal last. */
  readonly steps: readonly number[];
  /** Which of them is practised now, from 0. */
  readonly at: number;
  /** The tempo of that step. */
  readonly tempoBpm: number;
  /** Clean passes in a row at this step. */
  readonly clean: number;
  /** Whether the goal was played clean often enough. */
  readonly isReached: boolean;
  /** Which of the passes reached it first, from 0. */
  readonly reachedAt: number | undefined;
  /** The fastest tempo that was played clean; undefined before the first. */
  readonly bestBpm: number | undefined;
}

/** One step is about a twelfth faster than the one before: heard, and within reach (common practice: four to eight beats a minute). */
const stepRatio = 1.08;

/** The tempos from a start to a goal, in steps of about eight in a hundred; both ends are among them. */
export function tempoSteps({ startBpm, goalBpm }: TempoGoal): number[] {
  if (goalBpm <= startBpm) return [goalBpm];
  const count = Math.max(1, Math.round(Math.log(goalBpm / startBpm) / Math.log(stepRatio)));
  const steps = Array.from({ length: count + 1 }, (_, index) =>
    Math.round(startBpm * (goalBpm / startBpm) ** (index / count)),
  );
  return [...new Set(steps)];
}

/**
 * Where the passes lead, the oldest first. A pass counts for the step whose tempo it was played at or just above; at another step than the one before, counting begins anew. A pass that hurts leads a step down at once; passes through some bars only are left out otherwise.
 */
export function tempoLadder(
  passes: readonly Pass[],
  goal: TempoGoal,
  { cleanToRise, slipsToFall }: LadderRules = usualRules,
): TempoLadder {
  const steps = tempoSteps(goal);
  const top = steps.length - 1;
  let at = 0;
  let clean = 0;
  let slips = 0;
  let reachedAt: number | undefined;
  const stepTo = (next: number) => {
    at = Math.min(top, Math.max(0, next));
    clean = 0;
    slips = 0;
  };
  for (const [index, { tempoBpm, answer, isPart }] of passes.entries()) {
    if (isPart && answer !== 'hurts') continue;
    const played = Math.max(
      0,
      steps.findLastIndex((step) => step <= tempoBpm),
    );
    if (played !== at && !isPart) stepTo(played);
    if (answer === 'hurts') stepTo(at - 1);
    else if (answer === 'not-yet') {
      clean = 0;
      slips += 1;
      if (slips >= slipsToFall) stepTo(at - 1);
    } else {
      clean += 1;
      slips = 0;
      if (clean >= cleanToRise) {
        if (at === top) reachedAt ??= index;
        else stepTo(at + 1);
      }
    }
  }
  const cleanTempos = passes
    .filter(({ answer, isPart }) => answer === 'clean' && !isPart)
    .map(({ tempoBpm }) => tempoBpm);
  return {
    steps,
    at,
    tempoBpm: steps[at] ?? goal.goalBpm,
    clean: Math.min(clean, cleanToRise),
    isReached: reachedAt !== undefined,
    reachedAt,
    bestBpm: cleanTempos.length === 0 ? undefined : Math.max(...cleanTempos),
  };
}
