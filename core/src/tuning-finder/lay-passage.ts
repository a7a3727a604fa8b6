import type { Instrument } from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import { comfortableSpanMm, largestSpanMm, tuningCosts } from './costs.ts';
import type { Passage } from './passage.ts';
import { fretMillimetres, placementsOf, type NotePlacement, type Placement } from './placements.ts';

/** A passage laid on the strings of one tuning and capo: a place for each note of each moment. */
export interface LaidPassage {
  readonly places: readonly (readonly NotePlacement[])[];
  /** What the hand pays for the whole passage, in mm. */
  readonly handMm: number;
  readonly shifts: number;
  readonly maxSpanMm: number;
}

/** Ways to play every moment, for one tuning and one distance between written and sounding pitch. */
export type PassageWays = readonly (readonly Placement[])[];

export const waysToPlay = (
  passage: Passage,
  open: readonly Midi[],
  shift: number,
  instrument: Instrument,
): PassageWays => {
  const mm = fretMillimetres(instrument);
  const known = new Map<string, Placement[]>();
  return passage.moments.map((moment) => {
    const key = moment.notes
      .map(({ midi, voice, share, source }) => `${midi}${voice}${share}${source.harmonic ? 'o' : ''}`)
      .join();
    const ways = known.get(key) ?? placementsOf(moment, open, shift, instrument, mm);
    known.set(key, ways);
    return ways;
  });
};

/**
 * Chooses one way for every moment so that the whole passage costs little: dynamic programming over the ways of each moment.
 * Where the hand is comes along with the cheapest way to each way, so the layout is a good one and not proved the cheapest;
 * it serves to compare tunings. A note still sounding keeps its finger in reach and its string, or is cut at a cost.
 * Undefined as soon as it is sure to cost more than `mostMm`.
 */
export function layPassage(
  passage: Passage,
  ways: PassageWays,
  instrument: Instrument,
  mostMm: number,
): LaidPassage | undefined {
  const mm = fretMillimetres(instrument);
  const rows: Row[] = [];
  let leastToCome = ways.reduce((sum, here) => sum + leastOwnMm(here), 0);
  if (leastToCome > mostMm + roundingMm) return undefined;
  for (const [index, here] of ways.entries()) {
    const before = rows[index - 1];
    const earlier = ways[index - 1];
    const ringing = ringsOver(passage, index);
    const row =
      before && earlier
        ? nextRow(before, earlier, here, ringing, slursInto(passage, index), mm)
        : {
            costs: here.map(({ ownMm }) => ownMm),
            from: here.map(() => -1),
            hands: here.map(({ lowFret, highFret }) => ({ lowFret, highFret })),
          };
    rows.push(row);
    leastToCome -= leastOwnMm(here);
    if (Math.min(...row.costs) + leastToCome > mostMm + roundingMm) return undefined;
  }
  return trace(passage, ways, rows, mm);
}

/** Sums taken in another order differ by less than this. */
const roundingMm = 1e-6;

/** Placements are sorted by what they cost by themselves. */
const leastOwnMm = (here: readonly Placement[]): number => here[0]?.ownMm ?? 0;

interface HandPlace {
  readonly lowFret: number;
  readonly highFret: number;
}

/** Least costs up to one moment, by way; where the hand is then; and which way came before. */
interface Row {
  readonly costs: readonly number[];
  readonly from: readonly number[];
  readonly hands: readonly HandPlace[];
}

/** Whether notes of the moment before still sound at a moment. */
const ringsOver = ({ moments }: Passage, index: number): boolean => {
  const at = moments[index]?.atTicks ?? 0;
  return (moments[index - 1]?.notes ?? []).some(({ endTicks }) => endTicks > at);
};

/** A note that comes from one of the moment before, as places in both. */
interface Slur {
  readonly from: number;
  readonly to: number;
}

const slursInto = ({ moments }: Passage, index: number): Slur[] =>
  (moments[index]?.notes ?? []).flatMap(({ comesFrom }, to): Slur[] => {
    const from = moments[index - 1]?.notes.findIndex(({ source }) => source === comesFrom) ?? -1;
    return comesFrom === undefined || from < 0 ? [] : [{ from, to }];
  });

/** Slurs whose two notes lie on two strings. */
const broken = (slurs: readonly Slur[], previous: Placement, way: Placement): number =>
  slurs.filter(({ from, to }) => previous.places[from]?.string !== way.places[to]?.string).length;

function nextRow(
  before: Row,
  earlier: readonly Placement[],
  here: readonly Placement[],
  ringing: boolean,
  slurs: readonly Slur[],
  mm: readonly number[],
): Row {
  const costs: number[] = [];
  const from: number[] = [];
  const hands: HandPlace[] = [];
  for (const way of here) {
    let least = Infinity;
    let chosen = -1;
    for (let at = 0; at < earlier.length; at += 1) {
      const previous = earlier[at];
      const hand = before.hands[at];
      if (!previous || !hand) continue;
      const total =
        (before.costs[at] ?? Infinity) +
        changeMm(previous, hand, way, ringing, mm) +
        broken(slurs, previous, way) * tuningCosts.brokenSlur;
      if (total < least) {
        least = total;
        chosen = at;
      }
    }
    costs.push(least + way.ownMm);
    from.push(chosen);
    hands.push(handAfter(before.hands[chosen], way, mm));
  }
  return { costs, from, hands };
}

function changeMm(
  previous: Placement,
  hand: HandPlace,
  way: Placement,
  ringing: boolean,
  mm: readonly number[],
): number {
  let cost = 0;
  if (ringing && (previous.strings & way.strings) !== 0) cost += tuningCosts.cutNote;
  if (way.lowFret === 0) return cost;
  if (ringing && previous.lowFret > 0) {
    const held = spanMm(
      Math.min(previous.lowFret, way.lowFret),
      Math.max(previous.highFret, way.highFret),
      mm,
    );
    if (held > largestSpanMm) cost += tuningCosts.cutNote;
    else cost += Math.max(0, held - comfortableSpanMm) * tuningCosts.stretchShare;
  }
  return cost + shiftMm(hand, way, mm) * tuningCosts.shiftShare;
}

const spanMm = (low: number, high: number, mm: readonly number[]): number => (mm[high] ?? 0) - (mm[low] ?? 0);

/** How far the hand must travel so that the way's frets come under it; 0 when they lie under it already. */
function shiftMm(hand: HandPlace, way: HandPlace, mm: readonly number[]): number {
  if (hand.lowFret === 0) return 0;
  const together = spanMm(Math.min(hand.lowFret, way.lowFret), Math.max(hand.highFret, way.highFret), mm);
  return together <= comfortableSpanMm ? 0 : Math.abs(spanMm(hand.lowFret, way.lowFret, mm));
}

/** Where the hand is after a way: it stays put for open strings and for frets under it, else it goes there. */
function handAfter(hand: HandPlace | undefined, way: Placement, mm: readonly number[]): HandPlace {
  if (way.lowFret === 0) return hand ?? { lowFret: 0, highFret: 0 };
  if (!hand || hand.lowFret === 0 || shiftMm(hand, way, mm) > 0)
    return { lowFret: way.lowFret, highFret: way.highFret };
  return {
    lowFret: Math.min(hand.lowFret, way.lowFret),
    highFret: Math.max(hand.highFret, way.highFret),
  };
}

function trace(
  passage: Passage,
  ways: PassageWays,
  rows: readonly Row[],
  mm: readonly number[],
): LaidPassage {
  const places: (readonly NotePlacement[])[] = passage.moments.map(() => []);
  const lastCosts = rows.at(-1)?.costs ?? [];
  let chosen = lastCosts.reduce((least, cost, at) => (cost < (lastCosts[least] ?? Infinity) ? at : least), 0);
  const handMm = lastCosts[chosen] ?? 0;
  let shifts = 0;
  let maxSpanMm = 0;
  for (let index = rows.length - 1; index >= 0; index -= 1) {
    const way = ways[index]?.[chosen];
    const from = rows[index]?.from[chosen] ?? -1;
    const hand = rows[index - 1]?.hands[from];
    if (way) {
      places[index] = way.places;
      if (way.lowFret > 0) maxSpanMm = Math.max(maxSpanMm, spanMm(way.lowFret, way.highFret, mm));
      if (hand && way.lowFret > 0 && shiftMm(hand, way, mm) > 0) shifts += 1;
    }
    chosen = from;
  }
  return { places, handMm, shifts, maxSpanMm };
}
