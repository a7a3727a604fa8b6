import type { Note } from '../score/index.ts';

/** Strings said at one moment: upright for the thumb, slanted for the melody, with a plus between both hands. */
export interface CallDigits {
  readonly thumb: string;
  readonly plus: boolean;
  readonly melody: string;
}

/** Strings over which one movement goes are said by where it begins and ends; strings struck apart are joined by a plus. */
function digitsOf(notes: readonly Note[]): string {
  const strings = notes.map(({ string }) => string);
  const isSpread = notes.some(({ stroke }) => stroke !== undefined && stroke !== 'drag' && stroke !== 'snap');
  if (!isSpread || strings.length < 3) return strings.join('+');
  const isBack = notes.some(({ stroke }) => stroke === 'brush-back' || stroke === 'roll-back');
  const [first, last] = [strings[0] ?? '', strings.at(-1) ?? ''];
  return isBack ? `${last}–${first}` : `${first}–${last}`;
}

/** The digits of the notes of one moment that are said; notes in playing order, thickest string first. */
export function callDigits(notes: readonly Note[]): CallDigits {
  const thumb = notes.filter(({ voice }) => voice === 'thumb');
  const melody = notes.filter(({ voice }) => voice === 'melody');
  return {
    thumb: digitsOf(thumb),
    plus: thumb.length > 0 && melody.length > 0,
    melody: digitsOf(melody),
  };
}
