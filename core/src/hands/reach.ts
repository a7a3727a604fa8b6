import { fretSpanMm } from '../instrument/index.ts';
import { barStarts, placedNotes, type Note, type PlacedNote, type Score } from '../score/index.ts';

/**
 * Comfortable and largest reach from finger 1 to finger 4 of a medium hand in mm (from memory; settings to be tuned,
 * compare Heijink & Meulenbroek, Journal of Motor Behavior 2002, on cost by span).
 */
export const reachLimitsMm = { comfortable: 100, largest: 130 } as const;

/** How far the pressed notes of a moment lie apart along the neck. `bar` counts from 0. */
export interface Reach {
  readonly bar: number;
  readonly tick: number;
  readonly spanMm: number;
  readonly lowestFret: number;
  readonly highestFret: number;
}

/**
 * The reach at every onset: all frets pressed by notes still written there, lowest to highest. Open strings, dead
 * notes, harmonics, the bottleneck and notes left to ring do not hold a finger. Moments with no fret pressed are left out.
 */
export function reaches(score: Score): Reach[] {
  const starts = barStarts(score);
  const notes = placedNotes(score).filter(({ note }) => isPressed(note));
  const onsets = new Map(placedNotes(score).map((placed) => [placed.atTicks, placed]));
  let first = 0;
  return [...onsets.values()]
    .sort((a, b) => a.atTicks - b.atTicks)
    .flatMap(({ bar, atTicks }) => {
      while (first < notes.length && isOver(notes[first], (starts[bar] ?? 0) - 1)) first += 1;
      const frets: number[] = [];
      for (let index = first; index < notes.length; index += 1) {
        const placed = notes[index];
        if (!placed || placed.atTicks > atTicks) break;
        if (!isOver(placed, atTicks)) frets.push(placed.note.fret);
      }
      if (frets.length === 0) return [];
      const lowestFret = Math.min(...frets);
      const highestFret = Math.max(...frets);
      return [
        {
          bar,
          tick: atTicks - (starts[bar] ?? 0),
          spanMm: fretSpanMm(score, lowestFret, highestFret),
          lowestFret,
          highestFret,
        },
      ];
    });
}

/** Whether a finger presses it: dead notes, harmonics and the bottleneck only touch the string. */
const isPressed = ({ fret, dead, harmonic, bottleneck }: Note): boolean =>
  fret > 0 && !dead && !harmonic && !bottleneck;

const isOver = (placed: PlacedNote | undefined, atTicks: number): boolean =>
  placed !== undefined && placed.atTicks + placed.note.durationTicks <= atTicks;
