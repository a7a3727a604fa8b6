import type { Note } from '../score/index.ts';

/** A string, or a range of them, as it is said, and its fret; the fret is empty where frets are not said. */
export interface CallPart {
  readonly digits: string;
  readonly fret: string;
}

/** Strings said at one moment: upright for the thumb, slanted for the melody, with a plus between both hands. */
export interface CallDigits {
  readonly thumb: readonly CallPart[];
  readonly plus: boolean;
  readonly melody: readonly CallPart[];
}

const isSpread = ({ stroke }: Note): boolean =>
  stroke !== undefined && stroke !== 'drag' && stroke !== 'snap' && stroke !== 'slap';
const isBack = ({ stroke }: Note): boolean => stroke === 'brush-back' || stroke === 'roll-back';

/** Whether one movement goes over three strings and more, whichever voice they are written in. */
export const isOneStrum = (notes: readonly Note[]): boolean => notes.length > 2 && notes.every(isSpread);

/** Whether some strings are said as a range: one movement goes over three and more that lie side by side. */
const isRange = (notes: readonly Note[]): boolean => {
  const strings = notes.map(({ string }) => string);
  return (
    notes.length >= 3 &&
    notes.some(isSpread) &&
    Math.max(...strings) - Math.min(...strings) === notes.length - 1
  );
};

/**
 * Strings over which one movement goes are said by where it begins and ends, in the order it goes: "6–1"; strings struck apart are joined by a plus. With frets each string has its own
 * behind a slash, and a movement's stand in brackets, as a grip is written. Notes in playing order, thickest string first.
 */
export function stringDigits(notes: readonly Note[], withFrets = false): string {
  const fretted = ({ string, fret, dead }: Note) =>
    withFrets ? `${string}/${dead ? 'x' : fret}` : `${string}`;
  if (!isRange(notes)) return notes.map(fretted).join('+');
  const goes = notes.some(isBack) ? [...notes].reverse() : notes;
  const range = `${goes[0]?.string ?? ''}–${goes.at(-1)?.string ?? ''}`;
  return withFrets
    ? `${range} (frets ${goes.map(({ fret, dead }) => (dead ? 'x' : fret)).join(' ')})`
    : range;
}

/** The frets of a movement over many strings are those of its grip, and not said again. */
function partsOf(notes: readonly Note[], withFrets: boolean): CallPart[] {
  if (notes.length === 0) return [];
  if (isRange(notes)) return [{ digits: stringDigits(notes), fret: '' }];
  return notes.map(({ string, fret, dead }, index) => ({
    digits: `${index > 0 ? '+' : ''}${string}`,
    fret: withFrets ? (dead ? '×' : `${fret}`) : '',
  }));
}

/** The digits of the notes of one moment that are said, with or without their frets; notes in playing order, thickest string first. */
export function callDigits(notes: readonly Note[], withFrets = false): CallDigits {
  if (isOneStrum(notes)) return { thumb: [], plus: false, melody: partsOf(notes, withFrets) };
  const thumb = notes.filter(({ voice }) => voice === 'thumb');
  const melody = notes.filter(({ voice }) => voice === 'melody');
  return {
    thumb: partsOf(thumb, withFrets),
    plus: thumb.length > 0 && melody.length > 0,
    melody: partsOf(melody, withFrets),
  };
}
