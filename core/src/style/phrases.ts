import { barTicks, beatTicks, type Score, type Ticks } from '../score/index.ts';

/** A phrase of the tune: the bar it begins in, from 0, and how long it is until the next begins, rests counted in. */
export interface Phrase {
  readonly bar: number;
  readonly beats: number;
}

/** The least wait, in beats, after which a phrase can begin (from memory). */
const leastWait = 2;

const known = new WeakMap<Score, readonly Phrase[]>();

/**
 * Phrases of the tune. One ends before the longest wait from note to note: a wait longer than those before and after it, of two beats and more, and not within a bar of where the phrase began. Lerdahl & Jackendoff,
 * "A Generative Theory of Tonal Music", 1983, grouping preference rules 1 (no very small groups) and 2b (attack points). The last one goes on to the end of the piece.
 */
export function phrasesOf(score: Score): readonly Phrase[] {
  const found = known.get(score) ?? readPhrases(score);
  known.set(score, found);
  return found;
}

function readPhrases(score: Score): Phrase[] {
  const { notes, end } = tuneNotes(score);
  const wait = (index: number): Ticks => (notes[index + 1]?.at ?? end) - (notes[index]?.at ?? end);
  const phrases: Phrase[] = [];
  let [first] = notes;
  notes.forEach((note, index) => {
    const next = notes[index + 1];
    const isLongest =
      wait(index) >= leastWait * note.beat &&
      wait(index) > wait(index + 1) &&
      (index === 0 || wait(index) > wait(index - 1));
    if (!first || (next && (!isLongest || next.at - first.at < first.barLength))) return;
    phrases.push({ bar: first.bar, beats: Math.round(((next?.at ?? end) - first.at) / first.beat) });
    first = next;
  });
  return phrases;
}

interface TuneNote {
  readonly bar: number;
  /** From the beginning of the piece. */
  readonly at: Ticks;
  readonly beat: Ticks;
  readonly barLength: Ticks;
}

/** When notes of the tune begin, each moment once, and where the piece ends. */
function tuneNotes({ bars }: Score): { readonly notes: readonly TuneNote[]; readonly end: Ticks } {
  let start = 0;
  const notes = bars.flatMap(({ metre, notes }, bar) => {
    const [beat, barLength] = [beatTicks(metre), barTicks(metre)];
    const ticks = notes.filter(({ voice, tied }) => voice === 'melody' && !tied).map(({ tick }) => tick);
    const begun = [...new Set(ticks)].sort((a, b) => a - b);
    const placed = begun.map((tick): TuneNote => ({ bar, at: start + tick, beat, barLength }));
    start += barLength;
    return placed;
  });
  return { notes, end: start };
}
