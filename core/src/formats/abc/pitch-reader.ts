import { signatureAlter } from './fields.ts';

const naturals: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Pitches of a tune in reading: an accidental holds for its octave to the end of the bar (ABC standard 2.1, 4.2). */
export class PitchReader {
  readonly #accidentals = new Map<string, number>();

  /** The MIDI number of a written pitch such as `^c'` under a signature of so many fifths. */
  midiOf(pitch: string, fifths: number): number {
    const [, signs = '', letter = 'C', octaves = ''] = /^([_^=]*)([A-Ga-g])([,']*)$/.exec(pitch) ?? [];
    const upper = letter.toUpperCase();
    const octave =
      (letter === upper ? 4 : 5) + [...octaves].reduce((sum, each) => sum + (each === "'" ? 1 : -1), 0);
    const key = `${upper}${octave}`;
    if (signs !== '')
      this.#accidentals.set(
        key,
        [...signs].reduce((sum, each) => sum + (each === '^' ? 1 : each === '_' ? -1 : 0), 0),
      );
    const alter = this.#accidentals.get(key) ?? signatureAlter(fifths, upper);
    return (octave + 1) * 12 + (naturals[upper] ?? 0) + alter;
  }

  endBar(): void {
    this.#accidentals.clear();
  }
}
