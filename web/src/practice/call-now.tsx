import { callLine, type CallEntry } from '@jocund/core/directions';
import { numberOfBar, type Note, type Score } from '@jocund/core/score';
import { useMemo } from 'react';

interface Place {
  readonly bar: number;
  readonly tick: number;
}

/** What is to be struck now, large enough to be read with the guitar on the knee, and what comes next. */
export function CallNow({ score, now }: { score: Score; now: Place | undefined }) {
  const calls = useMemo(() => callLine(score), [score]);
  const place = now ?? { bar: 0, tick: 0 };
  const number = numberOfBar(score, place.bar);
  const at = Math.max(
    0,
    calls.findLastIndex((call) => call.bar < number || (call.bar === number && call.tick <= place.tick)),
  );
  const [here, next] = [calls[at], calls[at + 1]];
  if (!here) return <p className="min-h-20 py-4">Nothing is struck in these bars.</p>;
  return (
    <div className="flex min-h-20 items-stretch">
      <div className="flex flex-1 items-center gap-3 bg-brass px-3 py-2">
        <span className="narrow text-2xl font-bold">{here.verb}</span>
        <Struck call={here} score={score} />
      </div>
      <div className="flex w-28 flex-none flex-col justify-center px-3">
        <span className="text-note">then</span>
        <span className="narrow text-lg font-bold">{next ? next.text : 'the end'}</span>
      </div>
    </div>
  );
}

/** Strings with their frets: thumb upright on a plate, tune italic in a ring. */
function Struck({ call, score }: { call: CallEntry; score: Score }) {
  const bar = score.bars.find((_, index) => numberOfBar(score, index) === call.bar);
  const fretOf = (string: number): Note | undefined =>
    bar?.notes.find((note) => note.string === string && note.tick === call.tick);
  return (
    <span className="figure flex items-center gap-2 text-5xl leading-none">
      {call.thumbStrings.map((string) => (
        <span key={`t${string}`} className="flex items-center gap-1">
          {string}
          <span className="inline-flex size-9 items-center justify-center bg-ink1 text-2xl text-paper">
            {fretText(fretOf(string))}
          </span>
        </span>
      ))}
      {call.melodyStrings.map((string) => (
        <span key={`m${string}`} className="flex items-center gap-1 text-ink2-deep italic">
          <span className="inline-flex size-9 items-center justify-center rounded-full border-2 border-ink2 bg-paper text-2xl not-italic">
            {fretText(fretOf(string))}
          </span>
          {string}
        </span>
      ))}
    </span>
  );
}

const fretText = (note: Note | undefined): string => (note ? (note.dead ? '×' : String(note.fret)) : '');
