import { modulo, noteAtDegree, symbolText, tonicOf, type Key } from '../../pitch/index.ts';

/** A chord as it stands in a key. */
export interface Degrees {
  /** Half steps of its root over the tonic. */
  readonly degree: number;
  /** Half steps of its notes over its root. */
  readonly tones: readonly number[];
  /** As it is written in the key. */
  readonly symbol: string;
}

const major = [0, 4, 7];
const minor = [0, 3, 7];
const seventh = [0, 4, 7, 10];

/** Chords of folk, blues and ragtime tunes in a major and a minor key, by the degree of their root (common practice). */
const table = {
  major: [
    ['1', 0, major, ''],
    ['4', 5, major, ''],
    ['5', 7, seventh, '7'],
    ['6', 9, minor, 'm'],
    ['2', 2, minor, 'm'],
    ['2', 2, seventh, '7'],
    ['b7', 10, major, ''],
  ],
  minor: [
    ['1', 0, minor, 'm'],
    ['4', 5, minor, 'm'],
    ['5', 7, seventh, '7'],
    ['b3', 3, major, ''],
    ['b6', 8, major, ''],
    ['b7', 10, major, ''],
  ],
} as const;

export const chordNames = (key: Key): Degrees[] =>
  table[key.mode].map(([name, degree, tones, suffix]) => ({
    degree,
    tones,
    symbol: symbolText({ root: noteAtDegree(tonicOf(key), name), suffix, bass: undefined }),
  }));

/** Whether a chord usually leads to another: down a fifth, or home by a fourth or from the flat seventh. */
export const followings = (last: Degrees, chord: Degrees): boolean => {
  const by = modulo(chord.degree - last.degree, 12);
  return by === 5 || (chord.degree === 0 && (last.degree === 5 || last.degree === 10));
};
