import type { Note } from '../score/index.ts';

/** Strings said at one moment: upright for the thumb, slanted for the melody, with a plus between both hands. */
export interface CallDigits {
  readonly thumb: string;
  readonly plus: boolean;
  readonly melody: string;
}

const isSpread = ({ stroke }: Note): boolean =>
  stroke !== undefined && stroke !== 'drag' && stroke !== 'snap' && stroke !== 'slap';
const isBack = ({ stroke }: Note): boolean => stroke === 'brush-back' || stroke === 'roll-back';

/** Whether one movement goes over three strings and more, whichever voice they are written in. */
export const isOneStrum = (notes: readonly Note[]): boolean => notes.length > 2 && notes.every(isSpread);

/**
 * Strings over which one movement goes are said by where it begins and ends, in the order it goes: "6–1"; strings struck apart are joined by a plus. With frets each string has its own
 * behind a slash, and a movement's stand in brackets, as a grip is written. Notes in playing order, thickest string first.
 */
export function stringDigits(notes: readonly Note[], withFrets = false): string {
  const fretted = ({ string, fret, dead }: Note) =>
    withFrets ? `${string}/${dead ? 'x' : fret}` : `${string}`;
  if (notes.length < 3 || !notes.some(isSpread)) return notes.map(fretted).join('+');
  const goes = notes.some(isBack) ? [...notes].reverse() : notes;
  const range = `${goes[0]?.string ?? ''}–${goes.at(-1)?.string ?? ''}`;
  return withFrets ? `${range} (frets ${goes.map(({ fret }) => fret).join(' ')})` : range;
}

/** The digits of the notes of one moment that are said; notes in playing order, thickest string first. */
export function callDigits(notes: readonly Note[]): CallDigits {
  if (isOneStrum(notes)) return { thumb: '', plus: false, melody: stringDigits(notes) };
  const thumb = notes.filter(({ voice }) => voice === 'thumb');
  const melody = notes.filter(({ voice }) => voice === 'melody');
  return {
    thumb: stringDigits(thumb),
    plus: thumb.length > 0 && melody.length > 0,
    melody: stringDigits(melody),
  };
}
