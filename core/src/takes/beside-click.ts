import { isOnBeat, type Score } from '../score/index.ts';
import { mean, median, spreadOf } from './numbers.ts';
import type { JudgedNote } from './verdicts.ts';

/** A click that the player heard while a take was recorded. */
export interface ClickHeard {
  /** When one of them was sounded, in seconds of the recording, and how long it is from one to the next. */
  readonly firstS: number;
  readonly beatS: number;
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

/** Holds a take against its click, by the thumb's strokes on the beat, or by all notes on it where there are few of these. Null with fewer than eight. */
export function besideClick(
  score: Score,
  notes: readonly JudgedNote[],
  { firstS, beatS, delayS }: ClickHeard,
): BesideClick | null {
  const onBeat = notes.filter(({ bar, tick, verdict, isGrace, attack }) => {
    const metre = score.bars[bar]?.metre;
    return verdict === 'hit' && !isGrace && attack === 'picked' && metre && isOnBeat(metre, tick);
  });
  const thumb = onBeat.filter(({ voice }) => voice === 'thumb');
  const taken = (thumb.length < leastNotes ? onBeat : thumb).flatMap(({ played }) => played?.startS ?? []);
  const offMs = followed(
    [...taken].sort((a, b) => a - b).map((atS) => (atS - firstS - (delayS ?? 0)) / beatS),
  ).map((beats) => beats * beatS * 1000);
  const spreadMs = spreadOf(offMs);
  if (offMs.length < leastNotes || spreadMs === null) return null;
  const third = Math.floor(offMs.length / 3);
  const driftMs = mean(offMs.slice(-third)) - mean(offMs.slice(0, third));
  return {
    lateMs: delayS === null ? null : median(offMs),
    spreadMs,
    driftMs,
    isLost: Math.abs(driftMs) > beatS * 500,
  };
}

/** How far each moment is from a click, in beats: from the one that lets it be nearest to the moment before, and most of them from their own nearest. */
function followed(beats: readonly number[]): number[] {
  let before = 0;
  const offs = beats.map((at) => {
    const off = at - before;
    before += off - Math.round(off);
    return before;
  });
  const clicksAway = Math.round(median(offs));
  return offs.map((off) => off - clicksAway);
}
