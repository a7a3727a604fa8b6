import { realMidi, stringNumbers, type Instrument } from '../instrument/index.ts';
import type { Tune } from './tune.ts';

/** How far a tune is moved at most, in semitones: an octave either way. */
const furthest = 12;

/** What a note costs that lies badly (from memory): out of reach of all strings, above fret 7 of string 1. */
const unreachable = 100;
const perHighFret = 1;
const comfortableFret = 7;
/** What each semitone of moving costs, and another key than the written one: as much as three frets too high on every note (from memory). */
const perSemitone = 0.02;
const otherKey = 3;

/**
 * The transposition in semitones that suits a guitar best: every note within reach and the tune below fret 7 of string 1. The key stays
 * unless another lies clearly better; an octave is tried before another key.
 */
export function bestTranspose(tune: Tune, { tuning, capo, fretCount }: Instrument): number {
  const open = stringNumbers.map((string) => realMidi(tuning, string) + capo);
  const [lowest, highest] = [Math.min(...open), Math.max(...open)];
  const notes = tune.bars.flatMap((bar) => bar.notes.map(({ midi }) => midi));
  const costOf = (shift: number): number =>
    notes.reduce((sum, midi) => {
      const at = midi + shift;
      if (at < lowest || at > highest + fretCount - capo) return sum + unreachable;
      return sum + Math.max(0, at - highest - comfortableFret) * perHighFret;
    }, 0) *
      (1 / Math.max(1, notes.length)) +
    Math.abs(shift) * perSemitone +
    (shift % 12 === 0 ? 0 : otherKey);
  let best = 0;
  for (let size = 1; size <= furthest; size += 1)
    for (const shift of [size, -size]) if (costOf(shift) < costOf(best) - 1e-9) best = shift;
  return best;
}
