import { choicesFor, mostGivenUp, type Choice } from './choice.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import {
  blankMoved,
  emptyHand,
  moveHand,
  prepareChoice,
  stateAfter,
  type HandState,
  type Moved,
} from './hand-state.ts';
import type { Moment, TimedNote } from './moments.ts';
import type { Sounding } from './sounding.ts';

/** One way to have reached a moment: the hand then, the least cost so far, and from where. */
export interface Reached {
  readonly key: string;
  readonly state: HandState;
  readonly costMm: number;
  readonly choice: Choice;
  readonly from: string;
}

/** Every hand that can be reached at a moment, by what distinguishes it for the rest of the piece. */
export interface Layer {
  readonly moment: Moment;
  readonly reached: ReadonlyMap<string, Reached>;
  /** Added to every cost of the layer; a later run may find all of them dearer or cheaper by the same amount. */
  readonly addedMm: number;
}

/** A search that went through, kept so that the next one works out only what an edit can reach. */
export interface FrettingSearch {
  readonly layers: readonly Layer[];
  /** Moments worked out anew in this run. */
  readonly workedOut: number;
}

/**
 * The least-cost way of the fretting hand through a piece, by dynamic programming over every legal placement of every
 * moment; two ways that leave the hand alike for all that follows are one. Linear in the number of moments. Where no legal
 * placement is reached at all, the fewest notes are let go or left unplayed that lets the search go on. `before` is an
 * earlier run with the same setting: its layers are used again up to the first change and from where nothing is left of it.
 */
export function searchFretting(
  moments: readonly Moment[],
  setting: FrettingSetting,
  before?: FrettingSearch,
): FrettingSearch {
  const layers: Layer[] = [];
  const old = before?.layers ?? [];
  const kept = sameAtStart(moments, old);
  const keptEnd = sameAtEnd(moments, old, kept);
  let workedOut = 0;
  let from: ReadonlyMap<string, Reached> = start;
  let added = 0;
  for (let index = 0; index < moments.length; index += 1) {
    const moment = moments[index];
    if (!moment) continue;
    const again = index < kept ? old[index] : undefined;
    if (again) {
      layers.push(again);
      from = again.reached;
      added = again.addedMm;
      continue;
    }
    const reached = reach(from, added, moment, setting);
    workedOut += 1;
    layers.push({ moment, reached, addedMm: 0 });
    from = reached;
    added = 0;
    const counterpart = old[index];
    if (index + 1 < moments.length - keptEnd || !counterpart || old.length !== moments.length) continue;
    const difference = evenDifference(reached, counterpart);
    if (difference === undefined) continue;
    for (const later of old.slice(index + 1)) layers.push({ ...later, addedMm: later.addedMm + difference });
    return { layers, workedOut };
  }
  return { layers, workedOut };
}

const noChoice: Choice = { strings: [], fingers: [], planted: [], released: [] };
const start: ReadonlyMap<string, Reached> = new Map([
  ['', { key: '', state: emptyHand, costMm: 0, choice: noChoice, from: '' }],
]);

/** The cheapest way through, one entry a moment. */
export function cheapestWay({ layers }: FrettingSearch): Reached[] {
  const way: Reached[] = [];
  let key = cheapest(layers.at(-1)?.reached);
  for (let index = layers.length - 1; index >= 0; index -= 1) {
    const reached = layers[index]?.reached.get(key);
    if (!reached) break;
    way.unshift(reached);
    key = reached.from;
  }
  return way;
}

/** What the cheapest way costs, in mm. */
export function leastCostMm({ layers }: FrettingSearch): number {
  const last = layers.at(-1);
  return last ? (last.reached.get(cheapest(last.reached))?.costMm ?? 0) + last.addedMm : 0;
}

function cheapest(reached: ReadonlyMap<string, Reached> | undefined): string {
  let best: Reached | undefined;
  for (const each of reached?.values() ?? []) if (!best || each.costMm < best.costMm) best = each;
  return best?.key ?? '';
}

/** All hands reached from the moment before; notes are given up only when otherwise none is. */
function reach(
  from: ReadonlyMap<string, Reached>,
  addedMm: number,
  moment: Moment,
  setting: FrettingSetting,
): Map<string, Reached> {
  const groups = bySounding(from.values());
  const reached = new Map<string, Reached>();
  const soundings = new Map<string, Reachable>();
  const moved = blankMoved();
  for (let givenUp = 0; reached.size === 0 && givenUp <= mostGivenUp; givenUp += 1) {
    for (const [sounding, hands] of groups) {
      for (const choice of choicesFor(sounding, moment, setting, givenUp)) {
        const prepared = prepareChoice(sounding, moment, choice, setting);
        if (!prepared) continue;
        const soundingKey = keyOfSounding(prepared.sounded.sounding, setting);
        const alike = soundings.get(soundingKey) ?? { sounding: prepared.sounded.sounding, hands: new Map() };
        soundings.set(soundingKey, alike);
        for (const hand of hands) {
          moveHand(hand.state, moment, prepared, setting, moved);
          const costMm = hand.costMm + addedMm + moved.costMm;
          const handKey = keyOfHand(moved, prepared.landed ?? hand.state.landed, setting);
          const best = alike.hands.get(handKey);
          if (best && best.costMm <= costMm) continue;
          const state = { ...stateAfter(hand.state, prepared, moved), sounding: alike.sounding };
          const key = soundingKey + handKey;
          const better: Reached = { key, state, costMm, choice, from: hand.key };
          alike.hands.set(handKey, better);
          reached.set(key, better);
        }
      }
    }
  }
  return reached;
}

/** Hands reached with the same notes held by the same fingers, by what else distinguishes them. */
interface Reachable {
  readonly sounding: Sounding;
  readonly hands: Map<string, Reached>;
}

/** Hands that hold alike: what can be chosen, and most of what it costs, is the same for all of them. */
function bySounding(hands: Iterable<Reached>): Map<Sounding, Reached[]> {
  const groups = new Map<Sounding, Reached[]>();
  for (const hand of hands) {
    const group = groups.get(hand.state.sounding);
    if (group) group.push(hand);
    else groups.set(hand.state.sounding, [hand]);
  }
  return groups;
}

const letters = (value: number): string => String.fromCharCode(value & 0x7fff, value >> 15);

/** Notes, frets and fingers that sound or are held. */
function keyOfSounding(sounding: Sounding, { identify }: FrettingSetting): string {
  let key = '';
  for (let index = 0; index < 6; index += 1) {
    const note = sounding.notes[index];
    const behind = sounding.planted[index];
    const fret = (sounding.frets[index] ?? -1) + 1;
    const behindFret = (sounding.plantedFrets[index] ?? -1) + 1;
    key += note
      ? letters(identify(note)) + String.fromCharCode(fret * 8 + (sounding.fingers[index] ?? 0))
      : '-';
    if (behind) key += String.fromCharCode(behindFret * 8 + (sounding.plantedFingers[index] ?? 0));
  }
  return key;
}

/** What else of a hand matters for what follows: where its fingers lie or lay, since when, and its position. */
function keyOfHand(
  { places, position }: Moved,
  landed: TimedNote | undefined,
  { identify }: FrettingSetting,
): string {
  let key = letters(landed ? identify(landed) : 0) + String.fromCharCode(position);
  for (const place of places) key += place ? place.key : '-';
  return key;
}

/** How many layers at the start belong to moments that have not changed. */
function sameAtStart(moments: readonly Moment[], old: readonly Layer[]): number {
  let same = 0;
  while (same < moments.length && isSame(moments[same], old[same]?.moment)) same += 1;
  return same;
}

function sameAtEnd(moments: readonly Moment[], old: readonly Layer[], limit: number): number {
  let same = 0;
  const most = Math.min(moments.length, old.length) - limit;
  while (same < most && isSame(moments[moments.length - 1 - same], old[old.length - 1 - same]?.moment))
    same += 1;
  return same;
}

/** Whether two moments ask the same of the hand at the same time. */
function isSame(a: Moment | undefined, b: Moment | undefined): boolean {
  if (!a || !b || a.at !== b.at || a.starts.length !== b.starts.length) return false;
  return a.starts.every((note, index) => {
    const other = b.starts[index];
    return other !== undefined && asksTheSame(note, other);
  });
}

function asksTheSame(a: TimedNote, b: TimedNote): boolean {
  return (
    (a.note === b.note || JSON.stringify(a.note) === JSON.stringify(b.note)) &&
    a.until === b.until &&
    a.midi === b.midi &&
    a.strings.join() === b.strings.join() &&
    a.source?.at === b.source?.at &&
    a.source?.midi === b.source?.midi &&
    a.pulledTo?.at === b.pulledTo?.at &&
    a.pulledTo?.midi === b.pulledTo?.midi &&
    a.pulledTo?.note.finger === b.pulledTo?.note.finger &&
    sameGrip(a, b)
  );
}

const sameGrip = ({ grip: a }: TimedNote, { grip: b }: TimedNote): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);

const closeEnough = 1e-6;

/** By how much all costs of a layer differ from an earlier run's; undefined when the layers are not otherwise alike. */
function evenDifference(reached: ReadonlyMap<string, Reached>, old: Layer): number | undefined {
  if (reached.size !== old.reached.size) return undefined;
  let difference: number | undefined;
  for (const [key, { costMm }] of reached) {
    const other = old.reached.get(key);
    if (!other) return undefined;
    const each = costMm - other.costMm - old.addedMm;
    if (difference !== undefined && Math.abs(each - difference) > closeEnough) return undefined;
    difference ??= each;
  }
  return difference;
}
