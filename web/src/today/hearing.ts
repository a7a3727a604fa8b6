import type { Assignment, PracticeMark, Taught } from '@jocund/contract';
import { usualRules, whatToHear, type ToHear } from '@jocund/core/practice';
import { inHandOf, openOf } from '../record-view/in-hand.ts';

/** One thing to hear of one student. */
export interface Hearing {
  readonly taught: Taught;
  readonly assignment: Assignment;
  readonly marks: readonly PracticeMark[];
  readonly hear: ToHear;
}

/** All that a student has in hand, what presses most first. */
export function hearingsOf(taught: Taught, nowMs: number): Hearing[] {
  const marksOf = (id: string) => taught.marks.filter(({ assignmentId }) => assignmentId === id);
  const heard = whatToHear(
    openOf(taught.assignments, taught.marks).map((assignment) => inHandOf(assignment, taught.marks)),
    nowMs,
  );
  return heard.flatMap((hear) => {
    const assignment = taught.assignments.find(({ id }) => id === hear.id);
    return assignment ? [{ taught, assignment, hear, marks: marksOf(hear.id) }] : [];
  });
}

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const dayOf = (date: string): string => day.format(new Date(`${date}T12:00`));

/** Why it is heard: a heading, and the figures behind it. */
export function hearingWords({ assignment, hear, marks }: Hearing): {
  readonly title: string;
  readonly text: string;
} {
  const { goalBpm, goalDate } = assignment;
  const { ladder, daysSince = 0, lately } = hear;
  const at = `♩${ladder.tempoBpm}`;
  switch (hear.reason) {
    case 'hurts': {
      const sore = marks.findLast(({ answer }) => answer === 'hurts');
      return {
        title: 'Ask first: it hurt',
        text: sore
          ? `At ♩${sore.tempoBpm} on ${day.format(new Date(sore.at))}. Nothing fast before you have asked.`
          : 'Nothing fast before you have asked.',
      };
    }
    case 'late':
      return { title: 'The goal is late', text: `♩${goalBpm} by ${dayOf(goalDate ?? '')}; now at ${at}.` };
    case 'due':
      return { title: 'The goal is near', text: `♩${goalBpm} by ${dayOf(goalDate ?? '')}; now at ${at}.` };
    case 'stuck':
      return {
        title: `Stuck at ${at}`,
        text: `${lately.passes} passes there, ${lately.clean} clean. Hear it slower, or fewer bars.`,
      };
    case 'reached':
      return {
        title: `Ready at ♩${goalBpm}`,
        text: `Clean ${usualRules.cleanToRise} times running. Hear it, then give what comes next.`,
      };
    case 'fades':
      return {
        title: `Fades, after ${daysSince} days`,
        text: `Learned at ♩${goalBpm}. Hear whether it still comes.`,
      };
    case 'kept':
      return { title: `Kept at ♩${goalBpm}`, text: 'Learned, and looked at in time.' };
    case 'rested':
      return { title: `Not played for ${daysSince} days`, text: `Left at ${at}. Hear what has stayed.` };
    case 'new':
      return { title: 'Place it', text: 'Not played yet. Hear the first bars slowly, then decide.' };
    case 'going on':
      return {
        title: `Going on at ${at}`,
        text: `${ladder.clean} of ${usualRules.cleanToRise} clean there, best ${ladder.bestBpm === undefined ? 'none yet' : `♩${ladder.bestBpm}`}.`,
      };
  }
}

/** What is worth a word on a day without a lesson. */
export const isPressing = ({ hear: { reason } }: Hearing): boolean =>
  reason !== 'going on' && reason !== 'new' && reason !== 'kept';
