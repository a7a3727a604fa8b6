import type { PracticeMark } from '@jocund/contract';
import { Link } from 'react-router';
import { barsWords } from '../ui/words.ts';
import { inOrder, ladderOf, type Given } from './given.ts';
import { useRoomPath } from './room-path.ts';

const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

interface GivenListProps {
  readonly all: readonly Given[];
  readonly marks: readonly PracticeMark[];
}

/** All that was given, whatever the plan takes of it. */
export const GivenList = ({ all, marks }: GivenListProps) => (
  <ul className="mt-2 border-t border-ink1">
    {inOrder(all, marks).map((given) => (
      <Row key={given.id} given={given} marks={marks} />
    ))}
  </ul>
);

/** So many of them are named. */
const mostNamed = 4;

/** What opens one after the other, when what comes before is reached. */
export const Coming = ({ all }: { readonly all: readonly Given[] }) =>
  all.length === 0 ? null : (
    <p className="text-note pt-2">
      Then, one after the other, when what comes before is reached:{' '}
      {all
        .slice(0, mostNamed)
        .map((given) => `${given.title}, ${barsWords(given)}`)
        .join('; ')}
      {all.length > mostNamed && `; and ${all.length - mostNamed} more`}.
    </p>
  );

function Row({ given, marks }: { given: Given; marks: readonly PracticeMark[] }) {
  const room = useRoomPath();
  const ladder = ladderOf(given, marks);
  const last = marks.findLast(({ assignmentId }) => assignmentId === given.id);
  return (
    <li className="flex flex-wrap items-start justify-between gap-3 border-b border-ink1-40 px-3 py-3">
      <div className="min-w-0 flex-1 basis-56">
        <h3 className="text-lg">{given.title}</h3>
        <p className="text-note">
          {barsWords(given)} · goal ♩{given.goalBpm}
          {given.goalDate && ` by ${short.format(new Date(`${given.goalDate}T12:00`))}`}
        </p>
        {given.note && <p className="pt-1">{given.note}</p>}
        <p className="text-note pt-1 text-ink1-80">
          {last
            ? `Last played ${short.format(new Date(last.at))}, best ♩${ladder.bestBpm ?? '–'} clean.`
            : 'Not played yet.'}
          {given.score && (
            <>
              {' '}
              <Link
                className="inline-block py-1 text-ink1 underline"
                to={`${room}/${given.id}/words`}
                aria-label={`${given.title} in words`}
              >
                In words
              </Link>
            </>
          )}
        </p>
      </div>
      {given.score ? (
        <Link
          to={`${room}/${given.id}`}
          className="flex min-h-12 flex-none items-center border-[1.2px] border-ink1 bg-white px-4 font-semibold"
        >
          {ladder.isReached ? 'Keep it fresh' : `Start at ♩${ladder.tempoBpm}`}
        </Link>
      ) : (
        <p className="font-semibold">This piece cannot be read just now.</p>
      )}
    </li>
  );
}
