import { isOnBeat, type Score } from '../score/index.ts';
import { mean, median, spreadOf } from './numbers.ts';
import type { JudgedNote } from './verdicts.ts';

/** A click that the player heard while a take was recorded. */
export interface ClickHeard {
  /** When each of them was sounded, in seconds of the recording: in order, two or more. */
  readonly clicksS: readonly number[];
  /** How late the machine hears what it has sounded, there and back; null where that was not measured. */
  readonly delayS: number | null;
}

/** How a take lay beside its click. */
export interface BesideClick {
  /** Behind the click in the middle, in ms; negative: ahead of it. Null where the machine's own delay is not known. */
  readonly lateMs: number | null;
  /** Spread about that, a standard deviation in ms. */
  readonly spreadMs: number;
  /** By how much further behind at the end than at the beginning, in ms; negative: it ran ahead. */
  readonly driftMs: number;
  /** The player went away from the click by half a beat: then only how far it drifted says something. */
  readonly isLost: boolean;
}

/** Fewer notes on the beat say nothing. */
const leastNotes = 8;

/** Holds a take against its click, by the thumb's strokes on the beat, or by all notes on it where there are few of these. Null with fewer than eight, or fewer than two clicks. */
export function besideClick(
  score: Score,
  notes: readonly JudgedNote[],
  { clicksS, delayS }: ClickHeard,
): BesideClick | null {
  const onBeat = notes.filter(({ bar, tick, verdict, isGrace, attack }) => {
    const metre = score.bars[bar]?.metre;
    return verdict === 'hit' && !isGrace && attack === 'picked' && metre && isOnBeat(metre, tick);
  });
  const thumb = onBeat.filter(({ voice }) => voice === 'thumb');
  const taken = (thumb.length < leastNotes ? onBeat : thumb).flatMap(({ played }) => played?.startS ?? []);
  if (clicksS.length < 2) return null;
  const row = clickRow(clicksS);
  const offMs = followed(
    [...taken].sort((a, b) => a - b).map((atS) => atS - (delayS ?? 0)),
    row,
  ).map((seconds) => seconds * 1000);
  const spreadMs = spreadOf(offMs);
  if (offMs.length < leastNotes || spreadMs === null) return null;
  const third = Math.floor(offMs.length / 3);
  const driftMs = mean(offMs.slice(-third)) - mean(offMs.slice(0, third));
  return {
    lateMs: delayS === null ? null : median(offMs),
    spreadMs,
    driftMs,
    isLost: Math.abs(driftMs) > row.beatS * 500,
  };
}

/** Clicks one after the other; before the first and after the last they go on as they begin and end. */
interface ClickRow {
  /** The middle of all distances. */
  readonly beatS: number;
  /** When a click is, the first being 0. */
  readonly timeOf: (click: number) => number;
  /** Where a moment lies among the clicks: between two of them by its share of the way. */
  readonly placeOf: (atS: number) => number;
}

function clickRow(clicksS: readonly number[]): ClickRow {
  const distances = clicksS.slice(1).map((atS, index) => atS - (clicksS[index] ?? 0));
  const last = Math.max(0, distances.length - 1);
  /** The click from which the distance to the next one counts. */
  const within = (click: number) => Math.min(last, Math.max(0, click));
  const timeOf = (click: number): number => {
    const from = within(Math.floor(click));
    return (clicksS[from] ?? 0) + (click - from) * (distances[from] ?? 1);
  };
  const placeOf = (atS: number): number => {
    const from = within(clicksS.filter((clickS) => clickS <= atS).length - 1);
    return from + (atS - (clicksS[from] ?? 0)) / (distances[from] ?? 1);
  };
  return { beatS: median(distances), timeOf, placeOf };
}

/** How far each moment is from a click, in seconds: from the one that lets it be nearest to the moment before, and most of them from their own nearest. */
function followed(momentsS: readonly number[], { timeOf, placeOf }: ClickRow): number[] {
  let before = 0;
  const placed = momentsS.map((atS) => {
    const place = placeOf(atS);
    const off = place - before;
    before += off - Math.round(off);
    return { atS, off: before, click: Math.round(place - before) };
  });
  const clicksAway = Math.round(median(placed.map(({ off }) => off)));
  return placed.map(({ atS, click }) => atS - timeOf(click + clicksAway));
}
