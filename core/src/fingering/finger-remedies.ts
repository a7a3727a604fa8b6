import { placeOfNote, type Remedy } from '../score/index.ts';
import { fingersForNote, placesForNote } from './alternatives.ts';
import type { FingeredMoment, Fingering, NoteFingers } from './finger-score.ts';
import { findingLimits as limits } from './finding-limits.ts';

/** A note that still sounds ends where a moment begins. */
export const shorten = (
  bar: number,
  held: { readonly note: NoteFingers['note']; readonly at: number },
  { at }: FingeredMoment,
): Remedy => ({
  words: `Let string ${held.note.string} end here`,
  edits: [{ kind: 'length', place: placeOfNote(bar, held.note), durationTicks: at - held.at }],
});

export const stopIt = ({ bar, note }: NoteFingers): Remedy => ({
  words: 'Stop it short',
  edits: [{ kind: 'mark', place: placeOfNote(bar, note), change: { ending: 'stopped' } }],
});

/** Whether another finger could have taken a note: then its finger is Jocund's choice, and no query for the teacher. */
export const isOwnChoice = (fingering: Fingering, { bar, note }: NoteFingers): boolean =>
  note.finger === undefined &&
  fingersForNote(fingering, placeOfNote(bar, note)).some(
    ({ isCurrent, obstacle }) => !isCurrent && obstacle === undefined,
  );

/** The easiest other finger for a note where it is. */
export function anotherFinger(fingering: Fingering, { bar, note, string }: NoteFingers): Remedy[] {
  const place = placeOfNote(bar, note);
  const [best] = fingersForNote(fingering, place).filter(
    ({ isCurrent, obstacle }) => !isCurrent && obstacle === undefined,
  );
  if (!best?.finger) return [];
  return [
    {
      words: `Finger ${best.finger} on string ${string}`,
      edits: [{ kind: 'mark', place, change: { finger: best.finger } }],
    },
  ];
}

/** The easiest other place for a note, when there is one; notes bound to their string stay. */
export function moveElsewhere(
  fingering: Fingering,
  { bar, note }: NoteFingers,
  suits: (place: { readonly string: number; readonly fret: number }) => boolean = () => true,
): Remedy[] {
  if (note.keepString || note.arrival || note.tied || note.dead) return [];
  const place = placeOfNote(bar, note);
  const [best] = placesForNote(fingering, place).filter(
    (each) =>
      !each.isCurrent && each.obstacle === undefined && each.moreMm <= limits.elsewhere.value && suits(each),
  );
  if (!best) return [];
  return [
    {
      words: `Play it on string ${best.string}, ${best.fret === 0 ? 'open' : `fret ${best.fret}`}`,
      edits: [{ kind: 'move', place, string: best.string, fret: best.fret }],
    },
  ];
}
