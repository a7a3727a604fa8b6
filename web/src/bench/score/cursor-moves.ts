import type { StringNumber } from '@jocund/core/instrument';
import { barTicks, beatTicks, placedNotes, ticksOf, type Score, type Voice } from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

/** One slot of the grid on or back; over the bar line into the next bar. At the ends of the score it stays. */
export function moveBySlot(score: Score, place: SheetPlace, grid: number, direction: 1 | -1): SheetPlace {
  const length = lengthOf(score, place.bar);
  const slot = direction === 1 ? Math.floor(place.tick / grid) + 1 : Math.ceil(place.tick / grid) - 1;
  const tick = slot * grid;
  if (tick >= 0 && tick < length) return { ...place, tick };
  const bar = place.bar + direction;
  if (bar < 0 || bar >= score.bars.length) return place;
  return { ...place, bar, tick: direction === 1 ? 0 : lastSlot(lengthOf(score, bar), grid) };
}

/** The next felt beat, or the one before. */
export function moveByBeat(score: Score, place: SheetPlace, direction: 1 | -1): SheetPlace {
  const beat = beatTicks(
    score.bars[direction === -1 && place.tick === 0 ? place.bar - 1 : place.bar]?.metre ?? fourFour,
  );
  return moveBySlot(score, place, beat, direction);
}

/** The same slot of the bar before or after. */
export function moveByBar(score: Score, place: SheetPlace, direction: 1 | -1): SheetPlace {
  const bar = Math.min(score.bars.length - 1, Math.max(0, place.bar + direction));
  return { ...place, bar, tick: Math.min(place.tick, lastSlot(lengthOf(score, bar), 480)) };
}

/** Toward string 1 (up on the sheet) or string 6. */
export const moveByString = (place: SheetPlace, direction: 1 | -1): SheetPlace => ({
  ...place,
  string: Math.min(6, Math.max(1, place.string + direction)) as StringNumber,
});

/** Onto the next note of a voice, or the one before; of notes struck together, the thinnest string first. */
export function moveByNote(
  score: Score,
  place: SheetPlace,
  voice: Voice | undefined,
  direction: 1 | -1,
): SheetPlace {
  const notes = placedNotes(score, voice).map(({ bar, atTicks, note: { tick, string } }) => ({
    at: atTicks * 8 + string,
    place: { bar, tick, string },
  }));
  const here = ticksOf(score, place) * 8 + place.string;
  const inOrder = notes.sort((a, b) => a.at - b.at);
  const found =
    direction === 1 ? inOrder.find(({ at }) => at > here) : inOrder.findLast(({ at }) => at < here);
  return found?.place ?? place;
}

export const toBarEnd = (score: Score, place: SheetPlace, grid: number): SheetPlace => ({
  ...place,
  tick: lastSlot(lengthOf(score, place.bar), grid),
});

export const toPieceStart = (place: SheetPlace): SheetPlace => ({ ...place, bar: 0, tick: 0 });

export const toPieceEnd = (score: Score, place: SheetPlace, grid: number): SheetPlace =>
  toBarEnd(score, { ...place, bar: score.bars.length - 1 }, grid);

/** Sets a pointed-at place on the grid: nearest slot within the bar. */
export const onGrid = (score: Score, place: SheetPlace, grid: number): SheetPlace => ({
  ...place,
  tick: Math.min(lastSlot(lengthOf(score, place.bar), grid), Math.round(place.tick / grid) * grid),
});

const fourFour = { beats: 4, unit: 4 };

const lengthOf = (score: Score, bar: number): number => barTicks(score.bars[bar]?.metre ?? fourFour);

const lastSlot = (length: number, grid: number): number => Math.floor((length - 1) / grid) * grid;
