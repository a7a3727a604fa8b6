import { randomUUID } from 'node:crypto';
import type { PracticeMark } from '@jocund/contract';
import { tempoLadder, type Pass, type TempoGoal } from '@jocund/core/practice';
import { mulberry32 } from '@jocund/core/random';

interface Invented extends TempoGoal {
  readonly assignmentId: string;
  readonly weeks: number;
  /** The last bar that was given, by its number; null: the whole piece. */
  readonly lastBar: number | null;
  /** Whether it hurt once, a week ago. */
  readonly hurts: boolean;
  readonly now: Date;
  readonly seed: number;
}

const dayMs = 24 * 3_600_000;
const passesADay = 7;
/** Most people learn for some weeks, however long ago they began. */
const learnDays = 60;

/** After a goal is reached it is looked at again after so many days, then after longer. */
const lookAgainDays = [3, 8, 19, 45, 100, 200];

/** Weeks of practice by nobody: every other day some passes, which come clean less often the faster they are, and more often as days go by; some slips are followed by two bars alone. What is learned is looked at now and then. The same for the same seed and day. */
export function inventedPractice({
  assignmentId,
  weeks,
  hurts,
  now,
  seed,
  lastBar,
  ...goal
}: Invented): PracticeMark[] {
  const random = mulberry32(seed);
  const marks: PracticeMark[] = [];
  const days = weeks * 7;
  let looks = 0;
  for (let day = 0; day < days;) {
    const begin = new Date(now.getTime() - (days - day) * dayMs);
    begin.setHours(17, Math.floor(random() * 50), 0, 0);
    const isLearned = tempoLadder(passesOf(marks), goal).isReached;
    const count = isLearned ? 2 : 3 + Math.floor(random() * passesADay);
    for (let pass = 0; pass < count; pass += 1) {
      const { tempoBpm, steps, at } = tempoLadder(passesOf(marks), goal);
      const grown = Math.min(1, day / learnDays);
      const chance = isLearned ? 0.85 : 0.66 - 0.42 * (at / steps.length) + 0.36 * grown;
      const isHurt =
        hurts && day >= days - 7 && pass === count - 1 && !marks.some(({ answer }) => answer === 'hurts');
      const isClean = random() < chance;
      const mark = (over: Partial<PracticeMark>): PracticeMark => ({
        id: randomUUID(),
        assignmentId,
        at: new Date(begin.getTime() + pass * 130_000).toISOString(),
        tempoBpm,
        answer: isClean ? 'clean' : 'not-yet',
        firstBar: null,
        lastBar: null,
        seconds: 55,
        ...over,
      });
      marks.push(mark(isHurt ? { answer: 'hurts' } : {}));
      if (!isClean && !isHurt && lastBar !== null && lastBar > 2 && random() < 0.6) {
        // Some bars are harder than others: the third and fourth slip most.
        const firstBar = 1 + 2 * Math.floor(random() * Math.floor(lastBar / 2));
        marks.push(
          mark({
            at: new Date(begin.getTime() + pass * 130_000 + 60_000).toISOString(),
            answer: random() < (firstBar === 3 ? 0.35 : 0.8) ? 'clean' : 'not-yet',
            firstBar,
            lastBar: firstBar + 1,
            seconds: 30,
          }),
        );
      }
    }
    if (tempoLadder(passesOf(marks), goal).isReached) {
      day += lookAgainDays[looks] ?? days;
      looks += 1;
    } else day += 1 + Math.round(random() * 2);
  }
  return marks;
}

const passesOf = (marks: readonly PracticeMark[]): Pass[] =>
  marks.map(({ tempoBpm, answer, firstBar }) => ({ tempoBpm, answer, isPart: firstBar !== null }));
