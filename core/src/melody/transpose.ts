import { realMidi, stringNumbers, type Instrument } from '../instrument/index.ts';
import type { Tune } from './tune.ts';

/** How far a tune is moved at most, in semitones: an octave either way. */
const furthest = 12;

/** What a note costs that lies badly (from memory): out of reach of all strings, above fret 7 of string 1. */
const unreachable = 100;
const perHighFret = 1;
const comfortableFret = 7;
/** What each semitone of moving costs; keys with many open strings are worth moving for. */
const perSemitone = 0.02;
const fretted = 0.15;

/**
 * The transposition in semitones that suits a guitar best: every note within reach, the tune below fret 7 of string 1, notes on open
 * strings where that is possible, and no further from the written key than that is worth.
 */
export function bestTranspose(tune: Tune, { tuning, capo, fretCount }: Instrument): number {
  const open = stringNumbers.map((string) => realMidi(tuning, string) + capo);
  const [lowest, highest] = [Math.min(...open), Math.max(...open)];
  const notes = tune.bars.flatMap((bar) => bar.notes.map(({ midi }) => midi));
  const costOf = (shift: number): number =>
    notes.reduce((sum, midi) => {
      const at = midi + shift;
      if (at < lowest || at > highest + fretCount - capo) return sum + unreachable;
      return (
        sum + Math.max(0, at - highest - comfortableFret) * perHighFret + (open.includes(at) ? 0 : fretted)
      );
    }, 0) *
      (1 / Math.max(1, notes.length)) +
    Math.abs(shift) * perSemitone;
  let best = 0;
  for (let size = 1; size <= furthest; size += 1)
    for (const shift of [size, -size]) if (costOf(shift) < costOf(best) - 1e-9) best = shift;
  return best;
}
