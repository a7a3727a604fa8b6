import { openMidiLowToHigh, type Tuning } from '../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, type Key } from '../pitch/index.ts';

/** Which of I, IV and V have their root on an open bass string (6, 5 or 4). */
export function openFunctions(tuning: Tuning, key: Key): ('I' | 'IV' | 'V')[] {
  const bass = openMidiLowToHigh(tuning)
    .slice(0, 3)
    .map((midi) => modulo(midi, 12));
  const tonic = pitchClassOf(tonicOf(key));
  return (
    [
      ['I', 0],
      ['IV', 5],
      ['V', 7],
    ] as const
  ).flatMap(([name, step]) => (bass.includes(modulo(tonic + step, 12)) ? [name] : []));
}
