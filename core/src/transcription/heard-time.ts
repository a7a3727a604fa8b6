import { barTicks, beatTicks } from '../score/index.ts';
import type { BeatGrid } from './beat-grid.ts';
import type { Guess } from './guesses.ts';

/** Swing of some bars: how much of the beat its first half takes, in percent, with the middle half of what was heard. */
export interface HeardSwing {
  /** Which part, as it was named. */
  readonly part: string;
  readonly percent: number;
  readonly low: number;
  readonly high: number;
  readonly count: number;
}

/** How evenly a recording is played, as far as its notes on the strings tell. */
export interface HeardTime {
  /** How far strokes of the thumb on the beat lie from the middle of their neighbours, as a standard deviation in ms; null with too few. */
  readonly thumbSdMs: number | null;
  /** In the order in which the parts are first played; without those that have too few off-beats. */
  readonly swings: readonly HeardSwing[];
}

/** Doubtful notes say nothing of time. */
const leastSure = 0.8;
const fewest = { strokes: 8, offBeats: 6 };

/** Reads the time out of guesses. `partOf` names the part of the piece that a bar, counted as played, belongs to. */
export function heardTime(
  guesses: readonly Guess[],
  grid: BeatGrid,
  partOf: (played: number) => string,
): HeardTime {
  const sure = guesses.filter(({ heard }) => heard.sureness >= leastSure);
  return { thumbSdMs: thumbSpread(sure, grid), swings: swingsOf(sure, grid, partOf) };
}

/** A stroke between two that lie a beat away each: half the spread of three alike is in the middle one (variance 3/2 of one stroke's). */
function thumbSpread(guesses: readonly Guess[], grid: BeatGrid): number | null {
  const strokes = new Map<number, number>();
  for (const { bar, note, heard } of guesses) {
    const metre = grid.metreOf(bar);
    if (note.voice === 'thumb' && note.tick % beatTicks(metre) === 0)
      strokes.set(beatNumber(grid, bar) + note.tick / beatTicks(metre), heard.startS);
  }
  const off = [...strokes].flatMap(([beat, atS]) => {
    const [before, after] = [strokes.get(beat - 1), strokes.get(beat + 1)];
    return before === undefined || after === undefined ? [] : [atS - (before + after) / 2];
  });
  if (off.length < fewest.strokes) return null;
  const square = off.reduce((sum, each) => sum + each * each, 0) / off.length;
  return 1000 * Math.sqrt(square / 1.5);
}

const beatNumber = (grid: BeatGrid, bar: number): number =>
  Array.from(
    { length: bar },
    (_, each) => barTicks(grid.metreOf(each)) / beatTicks(grid.metreOf(each)),
  ).reduce((sum, each) => sum + each, 0);

function swingsOf(
  guesses: readonly Guess[],
  grid: BeatGrid,
  partOf: (played: number) => string,
): HeardSwing[] {
  const shares = new Map<string, number[]>();
  const inOrder = [...guesses].sort((a, b) => a.heard.startS - b.heard.startS);
  for (const { bar, note, heard } of inOrder) {
    const beat = beatTicks(grid.metreOf(bar));
    if (note.tick % beat !== beat / 2) continue;
    const [from, to] = [grid.timeOf(bar, note.tick - beat / 2), grid.timeOf(bar, note.tick + beat / 2)];
    const part = partOf(bar);
    shares.set(part, [...(shares.get(part) ?? []), (100 * (heard.startS - from)) / (to - from)]);
  }
  return [...shares].flatMap(([part, all]) => {
    if (all.length < fewest.offBeats) return [];
    const sorted = [...all].sort((a, b) => a - b);
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? 50;
    return [{ part, percent: at(0.5), low: at(0.25), high: at(0.75), count: all.length }];
  });
}
