import { soundingMidi } from '../instrument/index.ts';
import { insertBarAfter, writeNote, type Note, type Score } from '../score/index.ts';
import { byHand } from '../thumb/index.ts';
import type { Guess } from './guesses.ts';

/** The note of the score that has a guess's pitch at its moment, on whatever string. */
export function takenAs(score: Score, { bar, note }: Pick<Guess, 'bar' | 'note'>): Note | undefined {
  const midi = soundingMidi(score, note);
  return score.bars[bar]?.notes.find((each) => each.tick === note.tick && soundingMidi(score, each) === midi);
}

/** Writes guesses into a score, with as many further bars as they need. What lies past the most bars a piece may have is left out. */
export function takeGuesses(score: Score, guesses: readonly Pick<Guess, 'bar' | 'note'>[]): Score {
  const begun = hasOwnBass(score, guesses) ? { ...score, thumbPattern: byHand } : score;
  const inOrder = [...guesses].sort((a, b) => a.bar - b.bar || a.note.tick - b.note.tick);
  return inOrder.reduce((before, { bar, note }) => {
    const long = withBars(before, bar + 1);
    if (bar >= long.bars.length) return before;
    const { tick, string, voice, fret, durationTicks } = note;
    return writeNote(long, { bar, tick, string, voice }, fret, durationTicks);
  }, begun);
}

/** Where no grip is laid, a bass that was heard is what the thumb plays, and no pattern asks for grips. */
const hasOwnBass = (score: Score, guesses: readonly Pick<Guess, 'note'>[]): boolean =>
  guesses.some(({ note }) => note.voice === 'thumb') && score.bars.every(({ grips }) => grips.length === 0);

function withBars(score: Score, count: number): Score {
  let long = score;
  while (long.bars.length < count) {
    const longer = insertBarAfter(long, long.bars.length - 1);
    if (!longer.ok) return long;
    long = longer.value;
  }
  return long;
}
