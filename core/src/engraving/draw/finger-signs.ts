import type { Note } from '../../score/index.ts';
import { plateHalf } from '../bar-moments.ts';
import { fingersOf, type BarFingers } from '../fingers.ts';
import { text, type Shape } from '../shape.ts';
import { yOfString } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';
import { plateX } from './plates.ts';

/** Which fingers the sheet shows: the picking hand’s letters, and the fretting hand’s numbers. */
export interface FingerSigns {
  readonly picking: boolean;
  readonly fretting: boolean;
}

/** Picking letters over the melody’s stems; fretting numbers at the lower right of their plates. */
export function drawFingerSigns(
  { bar, rows, x }: BarFrame,
  fingers: BarFingers | undefined,
  shown: FingerSigns,
): Shape[] {
  const picked = new Map<number, string>();
  for (const note of [...bar.notes].reverse()) {
    const digit = fingersOf(fingers, note)?.picking;
    if (!digit || !isWorthSaying(note, digit)) continue;
    const before = picked.get(note.tick) ?? '';
    // One finger brushes over all its strings: said once, for p p p would be a loudness.
    if (!note.stroke || !before.includes(digit)) picked.set(note.tick, before + digit);
  }
  const letters = [...picked].map(([tick, digits]) =>
    text(x(tick), rows.stemTop - 4, digits, { face: 'serif', italic: true, size: 14, ink: 'ink2-deep' }),
  );
  const numbers = bar.notes.flatMap((note) => {
    const finger = fingersOf(fingers, note)?.finger;
    if (!finger) return [];
    const isOverAnother = bar.notes.some(
      ({ tick, string }) => tick === note.tick && string === note.string + 1,
    );
    const at = plateX(note, x(note.tick)) + plateHalf(note) + (note.fret > 9 || isOverAnother ? 2.5 : 0.5);
    return [
      text(at, yOfString(rows, note.string) + 13.5, String(finger), { size: 13.5, weight: 600, edged: true }),
    ];
  });
  return [...(shown.picking ? letters : []), ...(shown.fretting ? numbers : [])];
}

/** The thumb takes its own voice unsaid; what is said is a finger, or the thumb on a melody note. */
const isWorthSaying = (note: Note, digit: string): boolean => note.voice === 'melody' || digit !== 'p';
