import { highestFret, stringsLowToHigh, type Instrument, type StringNumber } from '../instrument/index.ts';
import { fretPositionMm } from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import { nodesFor } from '../score/index.ts';
import { comfortableSpanMm, largestSpanMm, tuningCosts } from './costs.ts';
import type { PassageMoment, PassageNote } from './passage.ts';

/** Where one note is played; null when it is left out. */
export type NotePlacement = { readonly string: StringNumber; readonly fret: number } | null;

/** One way to play all notes of a moment. */
export interface Placement {
  readonly places: readonly NotePlacement[];
  /** Bit for each string in use, bit 1 for string 1. */
  readonly strings: number;
  /** Lowest and highest pressed fret; both 0 when nothing is pressed. */
  readonly lowFret: number;
  readonly highFret: number;
  readonly ownMm: number;
}

/** Positions of frets on a neck under its capo, in mm from the nut, by fret counted from the capo. */
export const fretMillimetres = ({ scaleMm, capo, fretCount }: Instrument): number[] =>
  Array.from({ length: fretCount - capo + 1 }, (_, fret) => fretPositionMm(scaleMm, fret + capo));

/** Highest fret that a passage is laid on; above, a score would be for another lesson. */
export const highestLaidFret = 14;
/** No moment keeps more ways than this: the cheapest by themselves. */
const mostPlacements = 24;

/**
 * The ways to play a moment with every note on a string of its own and all pressed frets within the hand. When there is
 * none, as few notes as possible are left out. `open` are the open strings' written pitches from string 6 to string 1;
 * `shift` is what to add to a sounding pitch to get the written one.
 */
export function placementsOf(
  moment: PassageMoment,
  open: readonly Midi[],
  shift: number,
  instrument: Instrument,
  mm: readonly number[],
): Placement[] {
  const last = Math.min(highestFret(instrument), highestLaidFret);
  const options = moment.notes.map(({ midi, source }) =>
    stringsLowToHigh.flatMap((string, index) => {
      const above = midi + shift - (open[index] ?? 0);
      const frets = source.harmonic ? nodesFor(above) : [above];
      return frets.filter((fret) => fret >= 0 && fret <= last).map((fret) => ({ string, fret }));
    }),
  );
  for (let leftOut = 0; leftOut <= moment.notes.length; leftOut += 1) {
    const found: Placement[] = [];
    combine(options, leftOut, (places) => {
      const placement = weigh(moment.notes, places, mm);
      if (placement) found.push(placement);
    });
    if (found.length > 0) return found.sort((a, b) => a.ownMm - b.ownMm).slice(0, mostPlacements);
  }
  return [];
}

function combine(
  options: readonly (readonly NonNullable<NotePlacement>[])[],
  leftOut: number,
  take: (places: readonly NotePlacement[]) => void,
): void {
  const places: NotePlacement[] = [];
  const step = (index: number, used: number, left: number): void => {
    const choices = options[index];
    if (!choices) {
      if (left === 0) take([...places]);
      return;
    }
    for (const place of choices) {
      const bit = 1 << place.string;
      if ((used & bit) !== 0) continue;
      places[index] = place;
      step(index + 1, used | bit, left);
    }
    if (left > 0) {
      places[index] = null;
      step(index + 1, used, left - 1);
    }
  };
  step(0, 0, leftOut);
}

function weigh(
  notes: readonly PassageNote[],
  places: readonly NotePlacement[],
  mm: readonly number[],
): Placement | undefined {
  let strings = 0;
  let lowFret = 0;
  let highFret = 0;
  let ownMm = 0;
  for (let index = 0; index < places.length; index += 1) {
    const place = places[index];
    const note = notes[index];
    if (!note) continue;
    if (!place) {
      ownMm += note.share * tuningCosts.impossible;
      continue;
    }
    const { string, fret } = place;
    strings |= 1 << string;
    const isThumb = note.voice === 'thumb';
    if (isThumb ? string < 3 : string > 4) ownMm += note.share * tuningCosts.wrongSide;
    if (fret === 0) continue;
    ownMm += note.share * (isThumb ? tuningCosts.frettedBass : tuningCosts.frettedMelody);
    ownMm += note.share * (mm[fret] ?? 0) * tuningCosts.heightShare;
    lowFret = lowFret === 0 ? fret : Math.min(lowFret, fret);
    highFret = Math.max(highFret, fret);
  }
  const spanMm = lowFret === 0 ? 0 : (mm[highFret] ?? 0) - (mm[lowFret] ?? 0);
  if (spanMm > largestSpanMm) return undefined;
  return {
    places,
    strings,
    lowFret,
    highFret,
    ownMm: ownMm + Math.max(0, spanMm - comfortableSpanMm) * tuningCosts.stretchShare,
  };
}
