import type { Assignment } from '@jocund/contract';
import { reviewOf, type InHand } from '@jocund/core/practice';
import { barsWords } from '../ui/words.ts';

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

export interface Learned {
  readonly assignment: Assignment;
  readonly inHand: InHand;
}

/** What is learned, the least sure first: how likely it still comes, and when it is due to be looked at again. */
export function LearnedList({ all, nowMs }: { all: readonly Learned[]; nowMs: number }) {
  const learned = all
    .flatMap(({ assignment, inHand }) => {
      const review = reviewOf(inHand.passes, inHand, nowMs);
      return review ? [{ assignment, review }] : [];
    })
    .sort((a, b) => a.review.recall - b.review.recall);
  if (learned.length === 0)
    return (
      <p className="text-note">Nothing has reached its goal yet. What has comes back here to be kept.</p>
    );
  return (
    <ul className="border-t border-ink1">
      {learned.map(({ assignment, review: { recall, dueMs, looks, cleanAtOnce } }) => {
        const share = Math.round(100 * recall);
        return (
          <li
            key={assignment.id}
            className="grid gap-x-5 border-b border-ink1-40 py-2 sm:grid-cols-[1fr_12rem_1fr]"
          >
            <span>
              <span className="font-semibold">{assignment.title}</span>, {barsWords(assignment)}
            </span>
            <span className="flex items-center gap-2">
              <span aria-hidden className="h-3 flex-1 border border-ink1 bg-white">
                <span className="filled block h-full bg-ink1" style={{ width: `${share}%` }} />
              </span>
              <span className="figure w-12 text-right">{share} %</span>
            </span>
            <span className="text-note">
              {dueMs <= nowMs ? 'Due now' : `Due ${day.format(new Date(dueMs))}`}
              {looks > 0 &&
                `; looked at again ${looks === 1 ? 'once' : `${looks} times`}, ${cleanAtOnce} of ${looks} clean at once`}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
