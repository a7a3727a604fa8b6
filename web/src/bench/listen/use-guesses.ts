import type { Listening } from '@jocund/contract';
import type { Hand } from '@jocund/core/hands';
import type { HeardNote } from '@jocund/core/listening';
import type { Note, Score } from '@jocund/core/score';
import { pooled, takenAs, type Beats, type Guess } from '@jocund/core/transcription';
import { useEffect, useMemo, useState } from 'react';
import type { PlayedBars } from './played-bars.ts';
import { useWork } from '../../work/use-work.ts';

/** How a guess stands: in the score, nearly sure, a guess, or under half. */
type Standing = 'taken' | 'sure' | 'guess' | 'doubtful';

export interface ShownGuess extends Guess {
  readonly key: string;
  /** The bar of the written score, from 0; `bar` counts as it is played. */
  readonly written: number;
  readonly standing: Standing;
}

export interface GuessesState {
  readonly guesses: readonly ShownGuess[];
  readonly laid: Score | undefined;
  readonly swingPercent: number | undefined;
  readonly isWorking: boolean;
  readonly problem: string | undefined;
  /** Another place or pitch for a guess, until it is taken. */
  readonly mend: (key: string, note: Note) => void;
}

const sureFrom = 0.8;
const doubtfulUnder = 0.5;
/** A refused note is known again so near, in seconds. */
const sameS = 0.03;

const none: readonly HeardNote[] = [];

/** Heard notes laid on beats and strings, each with how it stands; refused ones are left out. `offset`: by how many semitones the recording lies above the piece. */
export function useGuesses(
  notes: readonly HeardNote[] = none,
  counted: Beats | undefined,
  score: Score,
  hand: Hand,
  refused: Listening['refused'],
  offset: number,
  bars: PlayedBars,
): GuessesState {
  const { state, start, cancel } = useWork('guessNotes');
  const [told, setTold] = useState<
    | { readonly laid: Score; readonly guesses: readonly Guess[]; readonly swingPercent: number | undefined }
    | undefined
  >();
  const [problem, setProblem] = useState<string | undefined>();
  const [mended, setMended] = useState<ReadonlyMap<string, Note>>(new Map());
  const frame = useFrame(score, bars.bars);
  const open = useMemo(
    () =>
      notes
        .filter(
          (note) =>
            !refused.some((each) => each.midi === note.midi && Math.abs(each.atS - note.startS) < sameS),
        )
        .map((note) => ({ ...note, midi: note.midi - offset })),
    [notes, refused, offset],
  );
  useEffect(() => {
    if (!counted || open.length === 0) {
      cancel();
      return;
    }
    start({ notes: open, ...counted, score: frame, hand }, (laid) => {
      setProblem(laid.ok ? undefined : `${laid.fault.reason}. ${laid.fault.remedy}.`);
      setTold(laid.ok ? laid.value : undefined);
    });
  }, [open, counted, frame, hand, start, cancel]);
  const guesses = useMemo(
    () =>
      counted && open.length > 0
        ? together(told?.guesses ?? [], bars).map((guess): ShownGuess => {
            const key = keyOf(guess);
            const written = bars.writtenOf(guess.bar);
            const note = mended.get(key) ?? guess.note;
            const taken = takenAs(score, { bar: written, note });
            const standing = taken ? 'taken' : standingOf(guess);
            return { ...guess, key, written, note: taken ?? note, standing };
          })
        : [],
    [told, mended, score, counted, open, bars],
  );
  return {
    guesses,
    laid: told?.laid,
    swingPercent: told?.swingPercent,
    isWorking: state.kind === 'working',
    problem,
    mend: (key, note) => setMended((before) => new Map(before).set(key, note)),
  };
}

/** Bars the recording has more than once speak for each other. */
const together = (guesses: readonly Guess[], { writtenOf }: PlayedBars): Guess[] =>
  pooled(guesses, writtenOf, Math.max(-1, ...guesses.map(({ bar }) => bar)));

const keyOf = ({ bar, note, heard }: Guess): string => `${bar} ${note.tick} ${heard.midi}`;

const standingOf = ({ heard: { sureness } }: Guess): Standing =>
  sureness >= sureFrom ? 'sure' : sureness < doubtfulUnder ? 'doubtful' : 'guess';

/** The score without its notes: what guesses are laid on, which stays the same while notes are taken. */
function useFrame(score: Score, bars: Score['bars']): Score {
  const frame = {
    ...score,
    bars: bars.map(({ metre, pickup }) => ({
      metre,
      ...(pickup ? { pickup } : {}),
      grips: [],
      notes: [],
    })),
  };
  const text = JSON.stringify([
    frame.tuning,
    frame.capo,
    frame.key,
    frame.pickingSchool,
    frame.bars.map(({ metre, pickup }) => [metre, pickup]),
  ]);
  const [kept, setKept] = useState({ text, frame });
  if (kept.text !== text) setKept({ text, frame });
  return kept.text === text ? kept.frame : frame;
}
