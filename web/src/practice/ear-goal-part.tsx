import type { EarGoal } from '@jocund/contract';
import { Link } from 'react-router';
import { useRoomPath } from './room-path.ts';

const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** The tuning drill, as far as it has come, and the way to it. */
export function EarGoalPart({ goal: { times, goalDate, right, counted } }: { readonly goal: EarGoal }) {
  const isOwn = useRoomPath() === '/practice';
  return (
    <section aria-labelledby="ear-goal" className="pt-6">
      <h2 id="ear-goal" className="text-head">
        Ear drill
      </h2>
      <div className="mt-2 flex flex-wrap items-start justify-between gap-3 border-y border-ink1 px-3 py-3">
        <p className="min-w-0 flex-1 basis-56">
          <span className="figure text-lg">
            {right} of {times}
          </span>{' '}
          pairs of strings counted right
          {goalDate && `, by ${short.format(new Date(`${goalDate}T12:00`))}`}.
          <span className="text-note block text-ink1-80">
            {right >= times
              ? 'Reached.'
              : counted === 0
                ? 'Two strings a little out of tune: hear the pair, tap at each swell.'
                : `${counted} tried so far.`}
          </span>
        </p>
        {isOwn && (
          <Link
            to="/tuning-room?way=drill"
            className="flex min-h-12 flex-none items-center border-[1.2px] border-ink1 bg-white px-4 font-semibold"
          >
            Count beats
          </Link>
        )}
      </div>
    </section>
  );
}
