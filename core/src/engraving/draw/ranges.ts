import { techniques, type Bar, type Note, type NoteEnding } from '../../score/index.ts';
import { line, text, type Shape } from '../shape.ts';
import { textWidth } from '../text-width.ts';
import type { BarFrame } from './frame.ts';

/** The word of the mark in the call line says it here too. */
const wordOf = (ending: NoteEnding): string =>
  techniques.find(({ sets }) => 'ending' in sets && sets.ending === ending)?.word ?? '';

interface Range {
  readonly ending: NoteEnding;
  readonly from: number;
  to: number;
  /** Whether it goes on from the system before, or to the next. */
  readonly continues: boolean;
  goesOn: boolean;
}

/**
 * How the thumb's notes end, under string 6: a word where it changes, a line as far as it holds. `before` is the bar before the
 * system, `after` the bar behind it.
 */
export function drawRanges(
  frames: readonly BarFrame[],
  before: Bar | undefined,
  after: Bar | undefined,
): Shape[] {
  const ranges: Range[] = [];
  let open: Range | undefined;
  let last = lastEnding(before);
  for (const frame of frames)
    for (const note of thumbOf(frame.bar)) {
      if (note.ending !== open?.ending || !open) {
        open = note.ending && {
          ending: note.ending,
          from: frame.x(note.tick) + (hasFinger(note) ? 17 : 4),
          to: 0,
          continues: ranges.length === 0 && last === note.ending,
          goesOn: false,
        };
        if (open) ranges.push(open);
      }
      if (open) open.to = Math.min(frame.x(note.tick + note.durationTicks) - 8, frame.right - 3);
      last = note.ending;
    }
  if (open && after && thumbOf(after)[0]?.ending === open.ending) open.goesOn = true;
  const y = frames[0]?.rows.underBase ?? 0;
  return ranges.flatMap((range) => drawRange(range, y));
}

/** Whether a finger's number may stand under string 6 beside the note. */
const hasFinger = ({ string, fret }: Note): boolean => string === 6 && fret > 0;

const thumbOf = (bar: Bar): Note[] =>
  bar.notes.filter(({ voice, dead }) => voice === 'thumb' && !dead).sort((a, b) => a.tick - b.tick);

const lastEnding = (bar: Bar | undefined): NoteEnding | undefined => bar && thumbOf(bar).at(-1)?.ending;

const size = 12;

function drawRange({ ending, from, to, continues, goesOn }: Range, y: number): Shape[] {
  const word = continues ? '' : wordOf(ending);
  const start = from + textWidth(word, size, 'narrow') + (word ? 4 : 0);
  const level = y - 4;
  return [
    ...(word
      ? [
          text(from, y, word, {
            size,
            face: 'narrow',
            italic: true,
            anchor: 'start',
            ink: 'ink1-80',
            edged: true,
          }),
        ]
      : []),
    ...(to > start + 4 ? [line(start, level, to, level, 'ink1-65', 0.9)] : []),
    ...(to > start + 4 && !goesOn ? [line(to, level, to, level - 5, 'ink1-65', 0.9)] : []),
  ];
}

/** How loud each voice is from a moment on: the melody's beside its stems, the thumb's under the strings. */
export const drawDynamics = ({ bar, rows, x }: BarFrame): Shape[] =>
  (bar.dynamics ?? []).map(({ tick, voice, level }) =>
    text(x(tick) - 12, voice === 'melody' ? rows.stringTop - 14 : rows.underBase + 1, level, {
      face: 'serif',
      italic: true,
      weight: 700,
      size: 15,
      anchor: 'end',
      ink: voice === 'melody' ? 'ink2-deep' : 'ink1',
      edged: true,
    }),
  );
