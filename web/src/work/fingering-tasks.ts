import { checkWithFingers } from '@jocund/core/checking';
import {
  fingerScore,
  fingersForNote,
  placeMelodySteps,
  placesForNote,
  type Fingering,
} from '@jocund/core/fingering';
import { doubleStops, suggestSteps } from '@jocund/core/melody';
import { placeOfNote } from '@jocund/core/score';
import type { CheckedScore, Tasks } from './messages.ts';

/** The last answer: the next one works out only what an edit can reach. */
let last: Fingering | undefined;

export function checkTask({ score, hand }: Tasks['checkScore']['input']): CheckedScore {
  const { open, standing, fingering } = checkWithFingers(score, { hand }, last);
  last = fingering;
  return {
    open,
    standing,
    fingers: [...fingering.notes].map(([note, { bar, finger, picking, isUnplayed }]) => ({
      place: placeOfNote(bar, note),
      finger: note.tied ? null : finger,
      picking: note.tied ? undefined : picking,
      isUnplayed,
    })),
    moments: fingering.moments.map(
      ({ bar, tick, position, spanMm, frettingMm, pickingMm, fretting, picking }) => ({
        bar,
        tick,
        position,
        spanMm,
        frettingMm,
        pickingMm,
        terms: [...fretting, ...picking],
      }),
    ),
    costMm: fingering.costMm,
    frettingMm: fingering.frettingMm,
    pickingMm: fingering.pickingMm,
    spanMaxMm: fingering.spanMaxMm,
    shiftCount: fingering.shifts.length,
  };
}

export function weighNoteTask({
  score,
  hand,
  place,
}: Tasks['weighNote']['input']): Tasks['weighNote']['output'] {
  const fingering = fingerScore(score, { hand }, last);
  last = fingering;
  return { places: placesForNote(fingering, place), fingers: fingersForNote(fingering, place) };
}

export const placeMelodyTask = ({
  score,
  hand,
  within,
  highestFret,
}: Tasks['placeMelody']['input']): Generator<number, Tasks['placeMelody']['output']> =>
  placeMelodySteps(score, { hand, highestOpenFret: highestFret }, within);

export function compareHandsTask({
  score,
  hand,
  other,
}: Tasks['compareHands']['input']): Tasks['compareHands']['output'] {
  const [theirs, mine] = [checkWithFingers(score, { hand }), checkWithFingers(score, { hand: other })];
  const differing = [...theirs.fingering.notes].filter(
    ([note, { finger }]) => !note.tied && finger !== mine.fingering.notes.get(note)?.finger,
  ).length;
  return {
    moreMm: theirs.fingering.costMm - mine.fingering.costMm,
    differing,
    moreQueries: theirs.open.length - mine.open.length,
  };
}

export function* suggestTask({
  score,
  hand,
  place,
}: Tasks['suggest']['input']): Generator<number, Tasks['suggest']['output']> {
  if (!place) return yield* suggestSteps(score, { hand });
  last = fingerScore(score, { hand }, last);
  return doubleStops(last, place);
}
