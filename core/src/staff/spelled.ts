import { writtenMidi } from '../instrument/index.ts';
import { keyFifths, spellMidi, type Letter, type Pitch } from '../pitch/index.ts';
import type { Note, Score } from '../score/index.ts';

/** A guitar is written an octave above what it sounds (common practice). */
const writtenOctaves = 1;

/** How a note is written on the staff: in the key of the shapes, as guitarists read it with a capo on. */
export const spelled = (score: Pick<Score, 'tuning' | 'key'>, note: Note): Pitch => {
  const pitch = spellMidi(writtenMidi(score.tuning, note), score.key);
  return { ...pitch, octave: pitch.octave + writtenOctaves };
};

const sharpOrder: readonly Letter[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

/** What the key signature does to a letter: 1 raised, −1 lowered, 0 nothing. */
export function keyAlter(key: Score['key'], letter: Letter): number {
  const fifths = keyFifths(key);
  const place = fifths >= 0 ? sharpOrder.indexOf(letter) : 6 - sharpOrder.indexOf(letter);
  return place < Math.abs(fifths) ? Math.sign(fifths) : 0;
}

const signs: Readonly<Record<number, string>> = { [-2]: 'bb', [-1]: 'b', 0: 'n', 1: '#', 2: '##' };

/** Answers the accidental each note of a bar needs, asked in playing order: none where signature or an earlier one says it. */
export function createAccidentals(key: Score['key']): (pitch: Pitch) => string | undefined {
  const inForce = new Map<string, number>();
  return ({ letter, alter, octave }) => {
    const line = `${letter}${octave}`;
    const now = inForce.get(line) ?? keyAlter(key, letter);
    if (now === alter) return undefined;
    inForce.set(line, alter);
    return signs[alter];
  };
}

/** Half spaces above the lowest line of the treble staff, E4 as written. */
export const staffStep = ({ letter, octave }: Pick<Pitch, 'letter' | 'octave'>): number =>
  octave * 7 + 'CDEFGAB'.indexOf(letter) - (4 * 7 + 2);
