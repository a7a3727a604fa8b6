import { openMidi, soundingMidi, stringNumbers } from '@jocund/core/instrument';
import type { Note, Score } from '@jocund/core/score';
import { takeGuesses } from '@jocund/core/transcription';
import type { KeyboardEvent } from 'react';
import { useBench } from '../bench-context.tsx';
import { useListen } from './listen-context.tsx';
import type { ShownGuess } from './use-guesses.ts';

const highestFret = 15;
/** A single note is looped with so much around it, in seconds. */
const around = { before: 0.15, after: 0.9 } as const;

export interface GuessActs {
  readonly take: () => void;
  readonly takeSure: () => void;
  readonly refuse: () => void;
  /** On the next string that has the pitch. */
  readonly mend: () => void;
  /** An octave down or up: a partial was heard, or was not. */
  readonly octave: (up: 1 | -1) => void;
  readonly loopOnly: () => void;
  readonly step: (by: 1 | -1) => void;
}

/** What can be done with the guess that is chosen. */
export function useGuessActs(): GuessActs {
  const { score, edit } = useBench();
  const { guesses, chosen, chooseGuess, write, play, sound, offset } = useListen();
  const all = guesses.guesses;
  const open = all.filter(({ standing }) => standing !== 'taken');
  const onward = () => {
    const index = all.findIndex(({ key }) => key === chosen?.key);
    const next = all.slice(index + 1).find(({ standing }) => standing !== 'taken') ?? open[0];
    chooseGuess(next?.key);
  };
  const refuseHeard = ({ heard }: ShownGuess) =>
    write((before) => ({
      ...before,
      refused: [...before.refused, { atS: heard.startS, midi: heard.midi + offset }],
    }));
  return {
    take: () => {
      if (!chosen || chosen.standing === 'taken') return;
      edit((before) => takeGuesses(before, [written(chosen)]));
      // Under another pitch it would be guessed again.
      if (soundingMidi(score, chosen.note) !== chosen.heard.midi) refuseHeard(chosen);
      onward();
    },
    takeSure: () => {
      const sure = all.filter(({ standing }) => standing === 'sure').map(written);
      edit((before) => takeGuesses(before, sure));
    },
    refuse: () => {
      if (!chosen || chosen.standing === 'taken') return;
      refuseHeard(chosen);
      onward();
    },
    mend: () => {
      if (!chosen) return;
      const places = placesFor(score, soundingMidi(score, chosen.note));
      const index = places.findIndex(({ string }) => string === chosen.note.string);
      const next = places[(index + 1) % places.length];
      if (next) guesses.mend(chosen.key, { ...chosen.note, ...next });
    },
    octave: (up) => {
      if (!chosen) return;
      const midi = soundingMidi(score, chosen.note) + 12 * up;
      const [next] = placesFor(score, midi).sort((a, b) => a.fret - b.fret);
      if (next) guesses.mend(chosen.key, { ...chosen.note, ...next });
    },
    loopOnly: () => {
      if (!chosen || sound.kind !== 'ready') return;
      const fromS = Math.max(0, chosen.heard.startS - around.before);
      const toS = Math.min(sound.durationS, chosen.heard.startS + around.after);
      play(fromS, { name: '', fromS, toS });
    },
    step: (by) => {
      const index = all.findIndex(({ key }) => key === chosen?.key);
      const next = all[index < 0 ? (by > 0 ? 0 : all.length - 1) : index + by];
      if (next) chooseGuess(next.key);
    },
  };
}

/** As it is written down. */
const written = ({ written: bar, note }: ShownGuess) => ({ bar, note });

/** Where a pitch lies on the neck, the lowest string first. */
export function placesFor(score: Score, midi: number): Pick<Note, 'string' | 'fret'>[] {
  const shift = soundingMidi(score, { string: 6, fret: 0 }) - openMidi(score.tuning, 6);
  return [...stringNumbers]
    .reverse()
    .map((string) => ({ string, fret: midi - shift - openMidi(score.tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestFret);
}

/** The keys of found notes, while they have the focus. */
export function useGuessKeys(acts: GuessActs): (event: KeyboardEvent) => void {
  return (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act: Record<string, () => void> = {
      ArrowRight: () => acts.step(1),
      ArrowLeft: () => acts.step(-1),
      ArrowDown: () => acts.octave(-1),
      ArrowUp: () => acts.octave(1),
      Enter: event.shiftKey ? acts.takeSure : acts.take,
      Backspace: acts.refuse,
      m: acts.mend,
      l: acts.loopOnly,
    };
    const chosen = act[event.key];
    if (!chosen) return;
    event.preventDefault();
    event.stopPropagation();
    chosen();
  };
}
