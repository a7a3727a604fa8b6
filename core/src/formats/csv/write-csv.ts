import { pitchText, spellMidi, transposeKey } from '../../pitch/index.ts';
import { soundingShift } from '../../instrument/index.ts';
import {
  numberOfBar,
  beatAt,
  countOf,
  heardWholeMidi,
  techniqueWords,
  type Score,
} from '../../score/index.ts';

export type Cell = string | number | undefined;

/** A table as CSV (RFC 4180): comma, CRLF, quotes where they are needed. A text that a spreadsheet would run as a formula is kept text. */
export const writeCsv = (head: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  [head, ...rows].map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n';

function cell(value: Cell): string {
  if (value === undefined) return '';
  if (typeof value === 'number') return String(value);
  const safe = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Every note of a score as a table: where it stands, where it lies, what is heard, how it is played. */
export function writeNotesCsv(score: Score): string {
  const key = transposeKey(score.key, soundingShift(score));
  const rows = score.bars.flatMap((bar, index) =>
    bar.notes.map((note): Cell[] => {
      const midi = heardWholeMidi(score, note);
      return [
        numberOfBar(score, index),
        Math.round(beatAt(bar.metre, note.tick) * 1000) / 1000,
        countOf(score.bars, index, note.tick),
        note.voice,
        note.string,
        note.fret,
        pitchText(spellMidi(midi, key)),
        midi,
        Math.round((note.durationTicks / 960) * 1000) / 1000,
        techniqueWords(note).join('; '),
      ];
    }),
  );
  return writeCsv(
    ['bar', 'beat', 'count', 'voice', 'string', 'fret', 'pitch', 'midi', 'quarters', 'techniques'],
    rows,
  );
}
