import { modulo, pitchClassOf, tonicOf, type Key, type Midi } from '../pitch/index.ts';

/** Semitones of the steps of a key above its tonic; minor as its signature has it. */
const steps: Readonly<Record<Key['mode'], readonly number[]>> = {
  major: [0, 2, 4, 5, 7, 9, 11],
  minor: [0, 2, 3, 5, 7, 8, 10],
};

/** The note of a key that many steps below one of its notes; undefined for a note outside the key. */
export function keyNoteBelow(key: Key, midi: Midi, stepsBelow: number): Midi | undefined {
  const scale = steps[key.mode];
  const above = modulo(midi - pitchClassOf(tonicOf(key)), 12);
  const step = scale.indexOf(above);
  if (step < 0) return undefined;
  const target = step - stepsBelow;
  const octaves = Math.floor(target / 7);
  return midi - above + (scale[modulo(target, 7)] ?? 0) + 12 * octaves;
}
