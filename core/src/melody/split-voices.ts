import { isOnBeat, type Metre, type Voice } from '../score/index.ts';
import type { TuneBar, TuneNote } from './tune.ts';

/**
 * How the thumb's notes and the melody's are told apart where the source does not: by pitch, by the beat and by what sounds with
 * them. Weights in semitones, from memory; set by looking at invented arrangements.
 */
const weights = {
  /** Below this a note is rather the thumb's, above it the melody's: G3, an open string 3 in standard tuning. */
  border: 55,
  /** A thumb stroke off the beat is unusual by so much. */
  offBeat: 4,
  /** A moment with several notes of which none is the thumb's. */
  noBass: 3,
  /** More than one thumb note at once, each. */
  secondBass: 4,
};

/** Semitones above the border that a string counts for, from string 1 to string 6: in tab the string tells more than the pitch. */
const heightOfString = [6, 5, 2, -2, -5, -6];

const heightOf = ({ midi, place }: TuneNote): number =>
  place ? (heightOfString[place.string - 1] ?? 0) : midi - weights.border;

const thumbCost = (metre: Metre, note: TuneNote): number =>
  Math.max(0, heightOf(note) + 1) + (isOnBeat(metre, note.tick) ? 0 : weights.offBeat);

const melodyCost = (note: TuneNote): number => Math.max(0, -heightOf(note));

/** The cheapest number of lowest notes of a moment to give to the thumb; at most two. */
function thumbCount(metre: Metre, rising: readonly TuneNote[]): number {
  let best = 0;
  let leastCost = Infinity;
  for (let count = 0; count <= Math.min(2, rising.length); count += 1) {
    const cost = rising.reduce(
      (sum, note, index) => sum + (index < count ? thumbCost(metre, note) : melodyCost(note)),
      (count === 0 && rising.length > 1 ? weights.noBass : 0) + Math.max(0, count - 1) * weights.secondBass,
    );
    if (cost < leastCost) [best, leastCost] = [count, cost];
  }
  return best;
}

/** The hand of every note of a bar that has none yet; a moment's thumb notes are its lowest. */
export function splitVoices(bar: TuneBar): Map<TuneNote, Voice> {
  const voices = new Map<TuneNote, Voice>();
  const byTick = new Map<number, TuneNote[]>();
  for (const note of bar.notes) {
    if (note.voice) voices.set(note, note.voice);
    else byTick.set(note.tick, [...(byTick.get(note.tick) ?? []), note]);
  }
  for (const together of byTick.values()) {
    const rising = together.sort((a, b) => a.midi - b.midi);
    const count = thumbCount(bar.metre, rising);
    rising.forEach((note, index) => voices.set(note, index < count ? 'thumb' : 'melody'));
  }
  return voices;
}
