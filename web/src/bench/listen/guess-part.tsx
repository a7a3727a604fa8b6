import { frequencyHz, pitchText, spellMidi, withoutOctave } from '@jocund/core/pitch';
import { soundingMidi } from '@jocund/core/instrument';
import type { Alternative } from '@jocund/core/fingering';
import { beatAt, numberOfBar, type Note, type Score } from '@jocund/core/score';
import { useEffect } from 'react';
import { Button } from '../../ui/button.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useHand } from '../use-check.ts';
import { useListen } from './listen-context.tsx';
import { fineClock } from './time-words.ts';
import type { ShownGuess } from './use-guesses.ts';
import { placesFor, useGuessActs } from './use-guess-keys.ts';

/** How many notes stand how, and all sure ones at once. */
export function CountsPart() {
  const { guesses, notes } = useListen();
  const acts = useGuessActs();
  const count = (standing: ShownGuess['standing']) =>
    guesses.guesses.filter((each) => each.standing === standing).length;
  const sure = count('sure');
  return (
    <MarginPart
      title="Notes"
      note={
        notes.kind === 'working'
          ? 'being heard'
          : guesses.isWorking
            ? 'laying them on the strings'
            : undefined
      }
    >
      <dl className="grid grid-cols-4 gap-1">
        {(
          [
            ['taken', 'taken'],
            ['sure', 'sure'],
            ['guess', 'guesses'],
            ['doubtful', 'doubtful'],
          ] as const
        ).map(([standing, words]) => (
          <div key={standing} className="flex flex-col-reverse">
            <dt className="narrow text-note">{words}</dt>
            <dd className="figure text-xl leading-none">{count(standing)}</dd>
          </div>
        ))}
      </dl>
      <Button className="mt-2 w-full" disabled={sure === 0} onClick={acts.takeSure}>
        {sure === 0 ? 'No sure ones left' : `Take the ${sure} sure ones`}{' '}
        <span className="text-note font-normal">Shift Enter</span>
      </Button>
      <p className="narrow text-note mt-1 text-ink1-80">
        {notes.kind === 'done' && notes.isTrained
          ? 'Of fifty sure ones about one is wrong, on an old record more: listen to each bar. '
          : 'Of ten sure ones about nine are right: listen to each bar. '}
        Point at a note, or go to it with the arrow keys, to hear it alone, move it, take it or refuse it.
      </p>
    </MarginPart>
  );
}

/** The guess that is chosen: what was heard, where it can sit, and what becomes of it. */
export function GuessPart() {
  const { chosen } = useListen();
  return chosen ? <ChosenGuess guess={chosen} /> : null;
}

function ChosenGuess({ guess }: { guess: ShownGuess }) {
  const { score } = useBench();
  const { guesses, grid, heard, offset } = useListen();
  const named = useNames();
  const acts = useGuessActs();
  const hand = useHand();
  const { state, start } = useWork('weighNote');
  const { laid } = guesses;
  const { bar, note, heard: sound, key } = guess;
  const { tick, voice } = note;
  const midi = soundingMidi(score, note);
  const string = laid && stringIn(laid, bar, tick, sound.midi);
  useEffect(() => {
    if (laid && string) start({ score: laid, hand, place: { bar, tick, string, voice } });
  }, [laid, hand, bar, tick, string, voice, start]);
  const weighed = state.kind === 'done' ? state.output.places : [];
  const cents = heard.kind === 'done' ? (heard.heard.reference?.cents ?? 0) : 0;
  const name = named(withoutOctave(pitchText(spellMidi(midi, score.key))));
  const places = placesFor(score, midi);
  const isTaken = guess.standing === 'taken';
  const beat = grid && Math.round(beatAt(grid.metreOf(bar), tick) * 100) / 100;
  return (
    <MarginPart
      title={`Where this ${name} sits`}
      note={`bar ${numberOfBar(score, guess.written)}${beat === undefined ? '' : `, beat ${beat}`}`}
    >
      <p className="narrow text-note text-ink1-80">
        {Math.round(frequencyHz(midi + offset, 440) * 2 ** (cents / 1200) * 10) / 10} Hz at{' '}
        {fineClock(sound.startS)},{' '}
        {isTaken ? 'in the score' : `${Math.round(sound.sureness * 10)} in 10 sure of the pitch`}
      </p>
      <ul className="mt-1 divide-y divide-ink1-40">
        {places.map((place) => {
          const cost = weighed.find((each) => isAt(each, place));
          const isHere = place.string === note.string && place.fret === note.fret;
          return (
            <li key={place.string}>
              <button
                type="button"
                aria-pressed={isHere}
                disabled={isTaken}
                className="narrow flex min-h-8 w-full items-center justify-between gap-2 px-1 text-left hover:bg-ink1-12 aria-pressed:font-bold"
                onClick={() => guesses.mend(key, { ...note, ...place })}
              >
                <span>
                  {isHere ? '◆' : '◇'} string {place.string}, fret {place.fret}
                </span>
                <span className="text-note">{cost && midi === sound.midi ? costWords(cost) : ''}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {!isTaken && (
        <>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <Button look="solid" onClick={acts.take}>
              Take <span className="text-note font-normal">Enter</span>
            </Button>
            <Button onClick={acts.mend}>
              Other string <span className="text-note font-normal">M</span>
            </Button>
            <Button onClick={acts.refuse}>
              Refuse <span className="text-note font-normal">Backspace</span>
            </Button>
            <Button onClick={acts.loopOnly}>
              Loop it <span className="text-note font-normal">L</span>
            </Button>
          </div>
          <div className="mt-2 flex gap-4">
            <Button look="plain" onClick={() => acts.octave(-1)}>
              An octave lower
            </Button>
            <Button look="plain" onClick={() => acts.octave(1)}>
              An octave higher
            </Button>
          </div>
        </>
      )}
    </MarginPart>
  );
}

/** The string a heard pitch was laid on. */
const stringIn = (laid: Score, bar: number, tick: number, midi: number): Note['string'] | undefined =>
  laid.bars[bar]?.notes.find((each) => each.tick === tick && soundingMidi(laid, each) === midi)?.string;

const costWords = ({ moreMm, obstacle }: Alternative): string =>
  obstacle ?? (moreMm < 0.5 ? 'easiest' : `${Math.round(moreMm)} mm more`);

const isAt = (a: Pick<Note, 'string' | 'fret'>, b: Pick<Note, 'string' | 'fret'>): boolean =>
  a.string === b.string && a.fret === b.fret;
