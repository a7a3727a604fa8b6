import { barWordsLength } from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import type { OwnFinger } from '@jocund/core/practice';
import { countedAt, numberOfBar, type Note } from '@jocund/core/score';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { useAddress } from '../ui/use-address.ts';
import { barsGiven } from './given.ts';
import { GivenGate, type OpenedGiven } from './given-gate.tsx';
import { useRoomPath } from './room-path.ts';
import { TwoBars } from './two-bars.tsx';
import { Waiting } from './waiting.tsx';
import { useFingers } from './use-fingers.ts';

/** What a student writes over the sheet of one thing that was given: fingers, and a remark to a bar. */
export const OwnNotesPage = () => <GivenGate>{(opened) => <OwnNotes {...opened} />}</GivenGate>;

const fingers: readonly { readonly finger: OwnFinger; readonly name: string }[] = [
  { finger: 1, name: 'index' },
  { finger: 2, name: 'middle' },
  { finger: 3, name: 'ring' },
  { finger: 4, name: 'little' },
  { finger: 'T', name: 'thumb' },
];

function OwnNotes({ given, score, opened: { practice, writeNote, notesWaiting, isKept } }: OpenedGiven) {
  const { read, write } = useAddress();
  const room = useRoomPath();
  const { first, last } = barsGiven(given, score);
  const bar = Math.min(last, Math.max(first, Math.floor(Number(read('bar'))) || first));
  const number = numberOfBar(score, bar);
  const shown = useFingers(score, practice.hand ?? mediumHand);
  const { metre, notes } = score.bars[bar] ?? { metre: { beats: 4, unit: 4 as const }, notes: [] };
  const pressed = notes.filter(
    ({ fret, tied, harmonic, bottleneck }) => fret > 0 && !tied && !harmonic && !bottleneck,
  );
  const ownOf = ({ tick, string }: Note) =>
    given.ownNotes.fingers.find((each) => each.bar === number && each.tick === tick && each.string === string)
      ?.finger;
  const go = (to: number) => write('bar', String(to));
  return (
    <main className="flex h-full flex-col overflow-auto">
      <div className="mx-auto w-full max-w-3xl flex-1 px-4 pt-3 pb-6">
        <header className="oxford flex items-end justify-between gap-3 pb-2">
          <div className="min-w-0">
            <h1 className="truncate pb-1 text-piece">{given.title}</h1>
            <p className="text-note">Your own notes. Your teacher sees them; the piece stays as it is.</p>
          </div>
          <Link className="text-note inline-block flex-none py-1 underline" to={`${room}/${given.id}`}>
            Back to it
          </Link>
        </header>
        <Waiting count={notesWaiting} isKept={isKept} what="note" />
        <nav aria-label="Bars" className="flex items-center justify-between gap-3 py-3">
          <Button disabled={bar === first} onClick={() => go(bar - 1)}>
            Bar before
          </Button>
          <h2 className="text-head" aria-live="polite">
            Bar {number}
          </h2>
          <Button disabled={bar === last} onClick={() => go(bar + 1)}>
            Next bar
          </Button>
        </nav>
        <TwoBars score={score} fingers={shown} bar={bar} playing={undefined} />
        <Remark
          key={bar}
          number={number}
          text={given.ownNotes.remarks.find((each) => each.bar === number)?.text ?? ''}
          onWrite={(text) => writeNote({ kind: 'remark', bar: number, text })}
        />
        <section aria-labelledby="fingers" className="pt-5">
          <h3 id="fingers" className="text-head">
            Fingers in bar {number}
          </h3>
          <p className="text-note">
            Choose one where another suits you better; the others follow. A finger that hurts is the wrong
            one.
          </p>
          {pressed.length === 0 && <p className="pt-2">Nothing is pressed here: only open strings.</p>}
          <ul className="pt-1">
            {pressed.map((note) => (
              <li
                key={`${note.tick} ${note.string}`}
                className="flex flex-wrap items-center justify-between gap-2 border-b border-ink1-40 py-2"
              >
                <p>
                  <span className="figure text-lg">{countedAt(metre, note.tick) || '·'}</span>{' '}
                  <span className="text-note">
                    string {note.string}, fret {note.fret}
                  </span>
                </p>
                <div role="group" aria-label={wordsOf(note, countedAt(metre, note.tick))} className="flex">
                  {fingers.map(({ finger, name }) => {
                    const isOwn = ownOf(note) === finger;
                    return (
                      <button
                        key={finger}
                        type="button"
                        aria-pressed={isOwn}
                        aria-label={name}
                        className={`figure min-h-11 min-w-11 border border-ink1 ${isOwn ? 'bg-ink1 text-paper' : 'bg-white hover:bg-ink1-12'}`}
                        onClick={() =>
                          writeNote({
                            kind: 'finger',
                            bar: number,
                            tick: note.tick,
                            string: note.string,
                            finger: isOwn ? null : finger,
                          })
                        }
                      >
                        {finger}
                      </button>
                    );
                  })}
                </div>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}

const wordsOf = ({ string, fret }: Note, at: string): string =>
  `Finger on ${at || 'this'}, string ${string}, fret ${fret}`;

interface RemarkProps {
  readonly number: number;
  readonly text: string;
  readonly onWrite: (text: string) => void;
}

/** A remark is kept when its field is left, or by Enter. */
function Remark({ number, text, onWrite }: RemarkProps) {
  const [written, setWritten] = useState(text);
  const [shown, setShown] = useState(text);
  // What was written before, and waits, comes a moment after the page.
  if (text !== shown) {
    setShown(text);
    setWritten(text);
  }
  const keep = () => {
    if (written.trim() !== text) onWrite(written);
  };
  return (
    <form
      className="pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <TextField
        label={`To remember in bar ${number}`}
        maxLength={barWordsLength}
        value={written}
        onChange={({ target }) => setWritten(target.value)}
        onBlur={keep}
      />
    </form>
  );
}
