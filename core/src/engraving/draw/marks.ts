import { isBlueThird, techniquesOf, type Note, type Score } from '../../score/index.ts';
import { plateHalf } from '../bar-moments.ts';
import type { Shape } from '../shape.ts';
import { yOfString } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';
import { plateX } from './plates.ts';
import { drawStrokes } from './strokes.ts';
import { techniqueSigns, type Spot } from './technique-signs.ts';

/** Where notes of a system stand. */
export interface SystemPlaces {
  /** Where the note before on the string stands, where it is in the system. */
  readonly sourceX: (note: Note) => number | undefined;
  /** Where notes on a string stand. */
  readonly xsOn: (string: number) => readonly number[];
}

/** How notes arrive, sound and end. */
export function drawMarks(
  score: Pick<Score, 'tuning' | 'key'>,
  frame: BarFrame,
  system: SystemPlaces,
): Shape[] {
  return [
    ...drawStrokes(frame),
    ...frame.bar.notes.flatMap((note) => {
      const x = plateX(note, frame.x(note.tick));
      const melody = note.voice === 'melody';
      const spot: Spot = {
        note,
        bar: frame.bar,
        x,
        y: yOfString(frame.rows, note.string),
        half: plateHalf(note),
        ink: melody ? 'ink2' : 'ink1',
        textInk: melody ? 'ink2-deep' : 'ink1',
        from: system.sourceX(note) ?? x - 22,
        until: Math.min(frame.x(note.tick + note.durationTicks), frame.right) - 10,
        above: system.xsOn(note.string - 1),
        stemTop: frame.rows.stemTop,
        isBlue: isBlueThird(score, note),
      };
      return techniquesOf(note).flatMap(({ word }) => techniqueSigns[word](spot));
    }),
  ];
}
