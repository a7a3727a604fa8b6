import { pressedRange } from '../shapes/index.ts';
import { lowToHighIndex, stringNumbers, type StringNumber } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';

/** What a chord box shows, lying sideways with string 1 on top like the tab. */
export interface GripBox {
  /** Fret at the left edge: 0 is the nut (or capo). */
  readonly startFret: number;
  readonly fretColumns: number;
  readonly strings: readonly {
    readonly string: StringNumber;
    readonly sounds: 'open' | 'pressed' | 'not-played';
    /** Column from 1, for pressed strings. */
    readonly column: number | null;
  }[];
}

const fewestColumns = 4;

/** The part of the neck a grip needs: from the nut when it fits into four frets, else from its lowest fret. */
export function gripBox(frets: GripFrets): GripBox {
  const range = pressedRange(frets);
  const startFret = !range || range.highest <= fewestColumns ? 0 : range.lowest - 1;
  const fretColumns = Math.max(fewestColumns, (range?.highest ?? 0) - startFret);
  return {
    startFret,
    fretColumns,
    strings: stringNumbers.map((string) => {
      const fret = frets[lowToHighIndex(string)] ?? null;
      const sounds = fret === null ? 'not-played' : fret === 0 ? 'open' : 'pressed';
      return { string, sounds, column: fret !== null && fret > 0 ? fret - startFret : null };
    }),
  };
}
