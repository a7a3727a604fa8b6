import { lowToHighIndex, stringsLowToHigh } from '../instrument/index.ts';
import {
  barStarts,
  barTicks,
  inPlayingOrder,
  keptTuning,
  type Bar,
  type GripFrets,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import type { FoundTuning } from './found-tuning.ts';
import type { NotePlacement } from './placements.ts';
import { passageOf } from './passage.ts';

/**
 * A score laid out anew in a found tuning: every note keeps its time, length, voice and marks and goes to its found string
 * and fret; notes that cannot be played are left out. Grips become what the notes of their stretch of time hold, thumb notes
 * are written by hand so that no pattern moves them. `passage` is what was laid, where it is not the score as it sounds.
 */
export function layScore(
  score: Score,
  found: Pick<FoundTuning, 'tuning' | 'capo' | 'shapeKey' | 'laid'>,
  passage = passageOf(score),
): Score {
  const places = placesByNote(score, found, passage);
  const bars = score.bars.map((bar): Bar => {
    const notes = bar.notes
      .flatMap((note): Note[] => {
        const place = places.get(note);
        return place ? [placedAt(note, place.string, place.fret)] : [];
      })
      .sort(inPlayingOrder);
    return { ...bar, notes, thumbPattern: 'by-hand', grips: gripsFor(bar, notes) };
  });
  return {
    ...score,
    key: found.shapeKey,
    capo: found.capo,
    tuning: keptTuning(found.tuning),
    bars,
  };
}

/** What was chosen for a note's old place, finger and position, is let go. */
export function placedAt(note: Note, string: Note['string'], fret: number): Note {
  if (note.string === string && note.fret === fret) return note;
  const { finger: _, position: __, ...kept } = note;
  return { ...kept, string, fret };
}

/** The found place of every note of the score, ties taking the place of the note they continue. */
export function placesByNote(
  score: Score,
  { laid }: Pick<FoundTuning, 'laid'>,
  passage = passageOf(score),
): Map<Note, NotePlacement> {
  const starts = barStarts(score);
  const atMoment = new Map(passage.moments.map(({ atTicks }, index) => [atTicks, index]));
  const byString = new Map<number, NotePlacement>();
  const places = new Map<Note, NotePlacement>();
  score.bars.forEach((bar, barIndex) => {
    for (const note of [...bar.notes].sort(inPlayingOrder)) {
      if (note.tied) {
        places.set(note, byString.get(note.string) ?? null);
        continue;
      }
      const index = atMoment.get((starts[barIndex] ?? 0) + note.tick) ?? -1;
      const heard = passage.moments[index]?.notes ?? [];
      const at = heard.findIndex(({ source }) => source === note);
      const place = laid.places[index]?.[at] ?? null;
      places.set(note, place);
      byString.set(note.string, place);
    }
  });
  return places;
}

/** One grip for each grip of the bar: on every string the first fret that a note of its time holds there. */
function gripsFor(bar: Bar, notes: readonly Note[]): PlacedGrip[] {
  return bar.grips.flatMap(({ tick, functionName }, index): PlacedGrip[] => {
    const until = bar.grips[index + 1]?.tick ?? barTicks(bar.metre);
    const held = notes.filter((note) => note.tick >= tick && note.tick < until);
    const frets: GripFrets = stringsLowToHigh.map(
      (string) => held.find((note) => note.string === string)?.fret ?? null,
    );
    const hasTone = frets.some((fret) => fret !== null);
    return hasTone
      ? [{ tick, frets: withinHand(frets, held), ...(functionName ? { functionName } : {}) }]
      : [];
  });
}

/** A grip holds what the thumb needs; melody notes further than four frets from it are not part of it. */
function withinHand(frets: GripFrets, held: readonly Note[]): GripFrets {
  const bass = held.filter(({ voice, fret }) => voice === 'thumb' && fret > 0).map(({ fret }) => fret);
  const pressed = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const centre = bass.length > 0 ? Math.min(...bass) : Math.min(...pressed, 24);
  return frets.map((fret, index) => {
    if (fret === null || fret === 0 || Math.abs(fret - centre) <= 4) return fret;
    const isBass = held.some(
      (note) => note.voice === 'thumb' && lowToHighIndex(note.string) === index && note.fret === fret,
    );
    return isBass ? fret : null;
  });
}
