import { randomUUID } from 'node:crypto';
import type { PracticeMark } from '@jocund/contract';
import { tempoLadder, type TempoGoal } from '@jocund/core/practice';
import { mulberry32 } from '@jocund/core/random';

interface Invented extends TempoGoal {
  readonly assignmentId: string;
  readonly weeks: number;
  /** Whether it hurt once, a week ago. */
  readonly hurts: boolean;
  readonly now: Date;
  readonly seed: number;
}

const dayMs = 24 * 3_600_000;
const passesADay = 7;

/** Weeks of practice by nobody: every other day some passes, which come clean less often the faster they are, and more often as days go by. The same for the same seed and day. */
export function inventedPractice({
  assignmentId,
  weeks,
  hurts,
  now,
  seed,
  ...goal
}: Invented): PracticeMark[] {
  const random = mulberry32(seed);
  const marks: PracticeMark[] = [];
  const days = weeks * 7;
  for (let day = 0; day < days; day += 1 + Math.round(random() * 2)) {
    const begin = new Date(now.getTime() - (days - day) * dayMs);
    begin.setHours(17, Math.floor(random() * 50), 0, 0);
    const count = 3 + Math.floor(random() * passesADay);
    for (let pass = 0; pass < count; pass += 1) {
      const { tempoBpm, steps, at } = tempoLadder(marks, goal);
      const chance = 0.74 - 0.42 * (at / steps.length) + 0.16 * (day / days);
      const isHurt =
        hurts && day >= days - 7 && pass === count - 1 && !marks.some(({ answer }) => answer === 'hurts');
      marks.push({
        id: randomUUID(),
        assignmentId,
        at: new Date(begin.getTime() + pass * 70_000).toISOString(),
        tempoBpm,
        answer: isHurt ? 'hurts' : random() < chance ? 'clean' : 'not-yet',
        seconds: 40,
      });
    }
  }
  return marks;
}
