import {
  blankScore,
  shortNotes,
  type Bar,
  type Metre,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { frets } from './parsed.ts';

const fourFour: Bar['metre'] = { beats: 4, unit: 4 };

/** Notes in short writing, in 4/4 unless told otherwise. */
export const notes = (text: string, metre: Metre = fourFour): Note[] => shortNotes(text, metre);

/** A score of bars in short writing; a bar may begin with its grip in brackets, as in `[x32010] t5:3@1`. */
export function written(bars: readonly string[], over: Partial<Score> = {}): Score {
  return {
    ...blankScore({ title: 'Written' }),
    ...over,
    bars: bars.map((text): Bar => {
      const match = /^\[([^\]]+)\]\s*(.*)$/.exec(text);
      const grips: PlacedGrip[] = match?.[1] ? [{ tick: 0, frets: frets(match[1]) }] : [];
      return { metre: fourFour, grips, thumbPattern: 'by-hand', notes: notes(match?.[2] ?? text) };
    }),
  };
}
