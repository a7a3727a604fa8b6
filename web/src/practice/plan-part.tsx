import type { Plan, PlannedBlock } from '@jocund/core/practice';
import { Link } from 'react-router';
import { barsWords } from '../ui/words.ts';
import type { Given } from './given.ts';
import { blockWords } from './plan-words.ts';
import { useRoomPath } from './room-path.ts';

interface PlanPartProps {
  readonly plan: Plan;
  readonly givenOf: (id: string) => Given | undefined;
}

/** The minutes as a line, and what is played in each part of them. */
export function PlanPart({ plan: { blocks, resting, leftOut }, givenOf }: PlanPartProps) {
  return (
    <>
      <div aria-hidden className="mt-3 flex h-5 gap-px border border-ink1 bg-ink1">
        {blocks.map((block, index) => (
          <span
            key={index}
            className={index === 0 ? 'bg-ink1' : block.kind === 'break' ? 'bg-ink1-40' : 'bg-white'}
            style={{ flexGrow: block.minutes }}
          />
        ))}
      </div>
      <ol className="mt-3 border-t-[1.5px] border-ink1" aria-label="The plan">
        {blocks.map((block, index) => (
          <li
            key={index}
            className={`flex gap-4 border-b border-ink1-40 px-3 py-3 ${index === 0 ? 'bg-white' : ''}`}
          >
            <p className="w-10 flex-none text-center">
              <span className="figure block text-2xl leading-none">{block.minutes}</span>
              <span className="text-label">min</span>
            </p>
            <Block block={block} givenOf={givenOf} isFirst={index === 0} />
          </li>
        ))}
      </ol>
      {resting.length > 0 && (
        <p className="pt-3" role="note">
          <span className="font-semibold">
            Rests for three days because it hurt: {resting.map((id) => givenOf(id)?.title).join(', ')}.
          </span>{' '}
          Pain that stays is for a clinician to judge. Your teacher sees it.
        </p>
      )}
      {leftOut > 0 && (
        <p className="text-note pt-2">
          {leftOut === 1 ? 'One more thing' : `${leftOut} more things`} you learned would be due with more
          minutes.
        </p>
      )}
    </>
  );
}

interface BlockProps {
  readonly block: PlannedBlock;
  readonly givenOf: (id: string) => Given | undefined;
  readonly isFirst: boolean;
}

function Block({ block, givenOf, isFirst }: BlockProps) {
  const room = useRoomPath();
  if (block.kind === 'break')
    return (
      <div>
        <h2 className="text-lg">Break</h2>
        <p>Hands off the guitar. Shake them out, look out of the window.</p>
      </div>
    );
  if (block.kind === 'free')
    return (
      <div>
        <h2 className="text-lg">Your own</h2>
        <p>Play what you like. Nobody counts.</p>
      </div>
    );
  const given = givenOf(block.id);
  if (!given) return null;
  return (
    <div className="min-w-0">
      <h2 className="text-xl">
        <Link
          className="underline decoration-1 underline-offset-4"
          to={`${room}/${given.id}?minutes=${block.minutes}`}
        >
          {given.title}
        </Link>
      </h2>
      <p className="text-note">
        {barsWords(given)}
        {given.player === '' ? '' : ` · after ${given.player}`}
      </p>
      <p className="pt-1">{blockWords(block, given, isFirst)}</p>
      {isFirst && given.note && <p className="pt-1 text-ink1-80">{given.note}</p>}
    </div>
  );
}
