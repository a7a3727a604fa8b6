import { beatAt, techniqueWords, type Bar, type Note } from '../score/index.ts';

/** A note's name for a reader who cannot see it: "bar 4, beat 1, melody, string 1, fret 5, hammered on". */
export function noteWords(bar: Bar, barNumber: number, note: Note): string {
  const fret = note.fret === 0 ? 'open' : `fret ${note.fret}`;
  return [
    `bar ${barNumber}`,
    `beat ${beatAt(bar.metre, note.tick)}`,
    note.voice,
    `string ${note.string}`,
    fret,
    ...techniqueWords(note),
  ].join(', ');
}
