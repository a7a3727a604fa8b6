import { practiceTempo } from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import { drillsOf, type Drill } from '@jocund/core/practice';
import { indexOfBar, type Score } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { EmptyNote } from '../ui/notice.tsx';
import { useAddress } from '../ui/use-address.ts';
import { CallNow } from './call-now.tsx';
import { barsGiven, ladderOf } from './given.ts';
import { GivenGate, type OpenedGiven } from './given-gate.tsx';
import { TempoRow } from './play-controls.tsx';
import { useRoomPath } from './room-path.ts';
import { TwoBars } from './two-bars.tsx';
import { useFingers } from './use-fingers.ts';
import { usePlaying } from './use-playing.ts';

/** Drills made from one thing that was given: gone round and round, and not counted. */
export const DrillsPage = () => <GivenGate>{(opened) => <Drills {...opened} />}</GivenGate>;

function Drills({ given, score, opened: { practice, marks } }: OpenedGiven) {
  const { read, write } = useAddress();
  const room = useRoomPath();
  const hand = practice.hand ?? mediumHand;
  const asked = read('bars');
  const drills = useMemo(
    () => drillsOf(score, barsAsked(asked, score) ?? barsGiven(given, score), hand),
    [score, given, hand, asked],
  );
  const chosen = drills.find(({ id }) => id === read('drill')) ?? drills[0];
  return (
    <main className="flex h-full flex-col">
      <div className="mx-auto flex min-h-0 w-full max-w-3xl flex-1 flex-col overflow-auto px-4 pt-3">
        <header className="oxford flex items-end justify-between gap-3 pb-2">
          <div className="min-w-0">
            <h1 className="truncate pb-1 text-piece">{given.title}</h1>
            <p className="text-note">Drills: not counted, as long as you like</p>
          </div>
          <Link className="text-note inline-block flex-none py-1 underline" to={`${room}/${given.id}`}>
            Back to it
          </Link>
        </header>
        {drills.length === 0 && (
          <div className="pt-4">
            <EmptyNote
              title="No drill is in these bars"
              text="They have no change of grip, no thumb under a tune, and nothing between the beats."
            />
          </div>
        )}
        <ul aria-label="Drills" className="pt-2">
          {drills.map(({ id, name }) => (
            <li key={id} className="border-b border-ink1-40">
              <button
                type="button"
                aria-pressed={id === chosen?.id}
                className={`min-h-12 w-full px-2 py-2 text-left font-semibold ${id === chosen?.id ? 'bg-ink1 text-paper' : 'hover:bg-ink1-12'}`}
                onClick={() => write('drill', id)}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
        {chosen && (
          <DrillSheet key={chosen.id} drill={chosen} hand={hand} startBpm={ladderOf(given, marks).tempoBpm} />
        )}
      </div>
    </main>
  );
}

/** Bars that the address names by their numbers, "3-4"; undefined where it names none of the piece. */
function barsAsked(text: string, score: Score): { first: number; last: number } | undefined {
  const [, from, to] = /^(\d{1,4})-(\d{1,4})$/.exec(text) ?? [];
  if (from === undefined || to === undefined) return undefined;
  const [first, last] = [indexOfBar(score, Number(from)), indexOfBar(score, Number(to))];
  return first >= 0 && last >= first && last < score.bars.length ? { first, last } : undefined;
}

interface DrillSheetProps {
  readonly drill: Drill;
  readonly hand: typeof mediumHand;
  readonly startBpm: number;
}

/** One drill with its bars, called as they are played, again and again after a count. */
function DrillSheet({ drill: { score, says }, hand, startBpm }: DrillSheetProps) {
  const [tempoBpm, setTempo] = useState(startBpm);
  const [countsIn, setCountsIn] = useState(true);
  const fingers = useFingers(score, hand);
  const bars = { first: 0, last: score.bars.length - 1 };
  const playing = usePlaying(score, { bars, countsIn, onEnd: () => playing.play(tempoBpm) });
  const place = playing.place ?? { bar: 0, tick: 0 };
  return (
    <>
      <p className="pt-3">{says}</p>
      <div className="pt-2">
        <TwoBars score={score} fingers={fingers} bar={place.bar} playing={playing.place} />
      </div>
      <div className="mt-auto pb-2" aria-live="off">
        {playing.status === 'playing' && !playing.isCountingIn && <CallNow score={score} now={place} />}
      </div>
      <section aria-label="Playing" className="on-ink -mx-4 flex-none bg-ink1 px-4 py-2 text-paper">
        {playing.fault && (
          <p role="alert" className="font-semibold">
            {playing.fault}
          </p>
        )}
        <TempoRow
          playing={playing}
          tempoBpm={tempoBpm}
          onTempo={(next) => {
            playing.stop();
            setTempo(Math.min(practiceTempo.fastest, Math.max(practiceTempo.slowest, next)));
          }}
          countsIn={countsIn}
          onCountsIn={setCountsIn}
          onToggle={() => (playing.status === 'idle' ? playing.play(tempoBpm) : playing.stop())}
          hasBackBeats={score.bars[0]?.metre.beats === 4}
        />
        <p className="text-note pt-1">Stop if anything hurts, tingles or goes numb.</p>
      </section>
    </>
  );
}
