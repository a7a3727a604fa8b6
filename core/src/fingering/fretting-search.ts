import type { Choice } from './choice.ts';
import { choicesFor, mostGivenUp } from './choices.ts';
import type { FingerPlace } from './finger-moves.ts';
import type { PositionWay } from './hand-position.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import {
  blankMoved,
  emptyHand,
  moveFingers,
  positionMm,
  prepareChoice,
  stateAfter,
  waysOf,
  type HandState,
  type Moved,
} from './hand-state.ts';
import { searchLayers, type LayeredSearch, type Reached, type ReachedByKey } from './layered-search.ts';
import type { Bound, Moment, TimedNote } from './moments.ts';
import { silence, type Sounding } from './sounding.ts';

export type FrettingSearch = LayeredSearch<Moment, HandState, Choice>;
type ReachedHand = Reached<HandState, Choice>;

/**
 * The least-cost way of the fretting hand through a piece, over every legal placement of every moment. Linear in the number of
 * moments. Where no legal placement is reached at all, the fewest notes are let go or left unplayed that lets the search go on.
 * `before` is an earlier run with the same setting.
 */
export const searchFretting = (
  moments: readonly Moment[],
  setting: FrettingSetting,
  before?: FrettingSearch,
): Generator<number, FrettingSearch> =>
  searchLayers(
    moments,
    {
      start: emptyHand,
      reach: (from, addedMm, moment) => reach(from, addedMm, moment, setting),
      isSame,
      isSameTime: (a, b) => a.at === b.at,
    },
    before,
  );

/** All hands reached from the moment before; notes are given up only when otherwise none is. */
function reach(
  from: ReachedByKey<HandState, Choice>,
  addedMm: number,
  moment: Moment,
  setting: FrettingSetting,
): Map<string, ReachedHand> {
  const groups = new Map(
    [...bySounding(from.values(), moment)].map(([sounding, hands]) => [sounding, byFingers(hands, setting)]),
  );
  const reached = new Map<string, ReachedHand>();
  const soundings = new Map<string, Reachable>();
  const moved = blankMoved();
  for (let givenUp = 0; reached.size === 0 && givenUp <= mostGivenUp; givenUp += 1) {
    for (const [sounding, hands] of groups) {
      for (const choice of choicesFor(sounding, moment, setting, givenUp)) {
        const prepared = prepareChoice(sounding, moment, choice, setting);
        if (!prepared) continue;
        const soundingKey = keyOfSounding(prepared.sounded.sounding, setting);
        const alike = soundings.get(soundingKey) ?? {
          sounding: prepared.sounded.sounding,
          hands: new Map<string, ReachedHand>(),
        };
        soundings.set(soundingKey, alike);
        for (const sameFingers of hands) {
          const [{ state: before }] = sameFingers;
          moveFingers(before, moment, prepared, setting, moved);
          const fingersKey = keyOfFingers(moved, prepared.landed ?? before.landed, setting);
          const isStill = prepared.positions === undefined;
          for (const way of waysOf(prepared)) {
            for (const hand of isStill
              ? sameFingers
              : [cheapestFor(sameFingers, moment, way, moved, setting)]) {
              const costMm =
                hand.costMm +
                addedMm +
                moved.costMm +
                positionMm(hand.state, moment, way, moved.isGuided, setting);
              const handKey = fingersKey + String.fromCharCode(way.position || hand.state.position);
              const best = alike.hands.get(handKey);
              if (best && best.costMm <= costMm) continue;
              const state = {
                ...stateAfter(hand.state, prepared, moved, way.position),
                sounding: alike.sounding,
              };
              const key = soundingKey + handKey;
              const better: ReachedHand = { key, state, costMm, choice, from: hand.key };
              alike.hands.set(handKey, better);
              reached.set(key, better);
            }
          }
        }
      }
    }
  }
  return reached;
}

/** Hands reached with the same notes held by the same fingers, by what else distinguishes them. */
interface Reachable {
  readonly sounding: Sounding;
  readonly hands: Map<string, ReachedHand>;
}

/**
 * Hands that hold alike: what can be chosen, and most of what it costs, is the same for all of them. All that hold nothing any more are
 * alike, unless a note comes from one that has just ended.
 */
function bySounding(hands: Iterable<ReachedHand>, moment: Moment): Map<Sounding, ReachedHand[]> {
  const groups = new Map<Sounding, ReachedHand[]>();
  const comesFromNote = moment.starts.some(({ source }) => source !== undefined);
  for (const hand of hands) {
    const { sounding } = hand.state;
    const held = !comesFromNote && isOver(sounding, moment.at) ? silence : sounding;
    const group = groups.get(held);
    if (group) group.push(hand);
    else groups.set(held, [hand]);
  }
  return groups;
}

/** Hands whose fingers lie alike and that differ in position alone, at least one in each group. */
type SameFingers = readonly [ReachedHand, ...ReachedHand[]];

function byFingers(hands: readonly ReachedHand[], setting: FrettingSetting): SameFingers[] {
  const groups = new Map<string, [ReachedHand, ...ReachedHand[]]>();
  for (const hand of hands) {
    const key = keyOfFingers(hand.state, hand.state.landed, setting);
    const group = groups.get(key);
    if (group) group.push(hand);
    else groups.set(key, [hand]);
  }
  return [...groups.values()];
}

/** The hand that is cheapest once it lies where a way wants it. */
function cheapestFor(
  [first, ...others]: SameFingers,
  moment: Moment,
  way: PositionWay,
  { isGuided }: Moved,
  setting: FrettingSetting,
): ReachedHand {
  const costOf = ({ state, costMm }: ReachedHand) =>
    costMm + positionMm(state, moment, way, isGuided, setting);
  let best = first;
  let leastMm = others.length === 0 ? 0 : costOf(first);
  for (const hand of others) {
    const mm = costOf(hand);
    if (mm < leastMm) [best, leastMm] = [hand, mm];
  }
  return best;
}

const isOver = ({ notes, planted }: Sounding, at: number): boolean =>
  notes.every((note) => note === undefined || note.until <= at) &&
  planted.every((note) => note === undefined);

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

/** What else of a hand matters for what follows, beside its position: where its fingers lie or lay, and since when. */
function keyOfFingers(
  { places }: { readonly places: readonly (FingerPlace | undefined)[] },
  landed: TimedNote | undefined,
  { identify }: FrettingSetting,
): string {
  let key = letters(landed ? identify(landed) : 0);
  for (const place of places) key += place ? place.key : '-';
  return key;
}

/** Whether two moments ask the same of the hand at the same time. */
function isSame(a: Moment, b: Moment): boolean {
  if (a === b) return true;
  if (a.at !== b.at || a.starts.length !== b.starts.length || a.starts[0]?.bar !== b.starts[0]?.bar)
    return false;
  return a.starts.every((note, index) => {
    const other = b.starts[index];
    return other !== undefined && asksTheSame(note, other) && sameBound(a.bound?.[index], b.bound?.[index]);
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
    a.gripFingers?.join() === b.gripFingers?.join() &&
    sameGrip(a, b)
  );
}

const sameBound = (a: Bound | undefined, b: Bound | undefined): boolean =>
  a?.index === b?.index && a?.finger === b?.finger;

const sameGrip = ({ grip: a }: TimedNote, { grip: b }: TimedNote): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);
