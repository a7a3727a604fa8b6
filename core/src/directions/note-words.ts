import { beatAt, type Bar, type Note } from '../score/index.ts';

const arrivals = { 'hammer-on': 'hammered on', 'pull-off': 'pulled off', slide: 'slid to' };
const endings = { 'let-ring': 'left to ring', stopped: 'stopped short', 'palm-damped': 'under the palm' };

/** A note's name for a reader who cannot see it: "bar 4, beat 1, melody, string 1, fret 5, hammered on". */
export function noteWords(bar: Bar, barNumber: number, note: Note): string {
  const marks = [
    note.tied && 'tied on',
    note.arrival && arrivals[note.arrival],
    note.dead && 'dead note',
    note.ending && endings[note.ending],
    note.accent && 'accented',
  ].filter((mark) => typeof mark === 'string');
  const fret = note.fret === 0 ? 'open' : `fret ${note.fret}`;
  return [
    `bar ${barNumber}`,
    `beat ${beatAt(bar.metre, note.tick)}`,
    note.voice,
    `string ${note.string}`,
    fret,
    ...marks,
  ].join(', ');
}
