import { mediumHand } from '@jocund/core/hands';
import { Link } from 'react-router';
import { BarsInWords } from '../score-view/bars-in-words.tsx';
import { barsWords } from '../ui/words.ts';
import { barsGiven } from './given.ts';
import { GivenGate, type OpenedGiven } from './given-gate.tsx';
import { useRoomPath } from './room-path.ts';
import { useFingers } from './use-fingers.ts';

/** What was given, in words instead of a picture. */
export const WordsPage = () => <GivenGate>{(opened) => <InWords {...opened} />}</GivenGate>;

function InWords({ given, score, opened: { practice } }: OpenedGiven) {
  const room = useRoomPath();
  const { first, last } = barsGiven(given, score);
  const fingers = useFingers(score, practice.hand ?? mediumHand);
  return (
    <main className="h-full overflow-auto">
      <div className="mx-auto w-full max-w-3xl px-4 pt-3 pb-8">
        <header className="oxford flex items-end justify-between gap-3 pb-2">
          <div className="min-w-0">
            <h1 className="pb-1 text-piece">{given.title}</h1>
            <p className="text-note">{barsWords(given)}, in words</p>
          </div>
          <Link className="text-note inline-block flex-none py-1 underline" to={`${room}/${given.id}`}>
            Back to it
          </Link>
        </header>
        <div className="pt-3">
          <BarsInWords score={score} fingers={fingers} first={first} last={last} />
        </div>
      </div>
    </main>
  );
}
