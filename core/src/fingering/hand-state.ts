import type { Choice } from './choice.ts';
import { frettingCosts as costs } from './cost-table.ts';
import {
  canStay,
  exchangedStrings,
  landingsOf,
  leadsAlong,
  pressedPlace,
  shiftMm,
  takesPlaceOf,
  type FingerPlace,
  type Landing,
} from './finger-moves.ts';
import { isOfGrip, positionsFor, type PositionWay } from './hand-position.ts';
import type { Ticks } from '../score/index.ts';
import type { FingerNumber } from './placement.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import type { Moment, TimedNote } from './moments.ts';
import { silence, soundNext, type Sounded, type Sounding, type Tally } from './sounding.ts';

/** Where the fretting hand is after a moment. */
export interface HandState {
  readonly sounding: Sounding;
  /** Place of each finger, from 1 to 4 and then the thumb. */
  readonly places: readonly (FingerPlace | undefined)[];
  /** Fret the index finger lies over; 0 before anything is pressed. */
  readonly position: number;
  /** The pressed note that landed last: the hand is free to shift from its end on. */
  readonly landed: TimedNote | undefined;
}

export const emptyHand: HandState = {
  sounding: silence,
  places: [undefined, undefined, undefined, undefined, undefined],
  position: 0,
  landed: undefined,
};

export interface Step {
  readonly state: HandState;
  readonly costMm: number;
}

/** A choice with everything about it that is the same for all hands that hold alike. */
export interface PreparedChoice {
  readonly choice: Choice;
  readonly sounded: Sounded;
  readonly landings: readonly (Landing | undefined)[];
  /** The note that lands at this moment and is held longest, if one is pressed. */
  readonly landed: TimedNote | undefined;
  /** Where the hand may lie; undefined where it stays because no finger is asked for. */
  readonly positions: readonly PositionWay[] | undefined;
  /** Fingers, one bit each, that land on notes beside a grip: those of a grip lie where the grip has them. */
  readonly beside: number;
  /** Whether a grip is held. */
  readonly underGrip: boolean;
  /** Whether a finger that goes along its string leads the hand: in a slide, or with others from one grip to the next. */
  readonly mayBeLed: boolean;
  /** Where each finger lies after it, from each place it may come from, once worked out. */
  readonly moves: readonly Map<FingerPlace | undefined, FingerPlace | undefined>[];
}

export function prepareChoice(
  before: Sounding,
  moment: Moment,
  choice: Choice,
  setting: FrettingSetting,
  tally?: Tally,
): PreparedChoice | undefined {
  const sounded = soundNext(before, moment, choice, setting, tally);
  if (!sounded) return undefined;
  const positions = positionsFor(moment, choice, sounded.placement, setting);
  if (positions?.length === 0) return undefined;
  const landed = moment.starts
    .filter((_, each) => (choice.fingers[each] ?? 0) > 0)
    .reduce<TimedNote | undefined>(
      (longest, note) => (longest && longest.until >= note.until ? longest : note),
      undefined,
    );
  return {
    choice,
    sounded,
    landings: landingsOf(before, moment, choice, setting),
    landed,
    positions,
    beside: fingersBeside(moment, choice, setting),
    underGrip: moment.starts.some(({ gripFingers }) => gripFingers !== undefined),
    mayBeLed:
      sounded.pressed > 1 ||
      moment.starts.some(({ asks }) => asks.includes('same-finger') || asks.includes('glass')),
    moves: [new Map(), new Map(), new Map(), new Map(), new Map()],
  };
}

/** What a prepared choice makes of a hand's fingers, and what the step costs but for the hand's way. The search fills one again and again. */
export interface Moved {
  costMm: number;
  isGuided: boolean;
  readonly places: (FingerPlace | undefined)[];
}

export const blankMoved = (): Moved => ({ costMm: 0, isGuided: false, places: [...emptyHand.places] });

/** Works out what the fingers do into `into`. */
export function moveFingers(
  before: HandState,
  { at }: Moment,
  prepared: PreparedChoice,
  setting: FrettingSetting,
  into: Moved,
  tally?: Tally,
): void {
  const { sounded, landings } = prepared;
  into.costMm = sounded.costMm;
  into.isGuided = false;
  for (let finger = 1; finger <= 5; finger += 1) {
    const from = before.places[finger - 1];
    const landing = landings[finger - 1];
    const leads = landing !== undefined && leadsAlong(landing, from);
    into.isGuided ||= prepared.mayBeLed && leads;
    if (landing && landing.newStrings !== 0 && (prepared.beside & (1 << finger)) !== 0) {
      if (leads && !prepared.mayBeLed && isLastLanded(from, before, setting)) {
        into.costMm += costs.hops.value;
        tally?.('another finger', costs.hops.value);
      }
      if (sounded.pressed > 1 && !prepared.underGrip) {
        const taken = exchangedStrings(landing, before.places, finger);
        const mm = taken === 0 ? 0 : taken * costs.exchanged.value + weakLeadMm(landings, before);
        into.costMm += mm;
        tally?.('another finger', mm);
      }
      if (takesPlaceOf(landing, before.places, finger, at)) {
        into.costMm += costs.otherFinger.value;
        tally?.('another finger', costs.otherFinger.value);
      }
    }
    const known = prepared.moves[finger - 1];
    if (!known?.has(from)) known?.set(from, placeAfter(finger, from, at, prepared, setting));
    into.places[finger - 1] = known?.get(from);
  }
}

/** What it costs that finger 3 or 4 leads: it goes on along its string and neither 1 nor 2 does. */
function weakLeadMm(landings: PreparedChoice['landings'], { places }: HandState): number {
  const leads = [1, 2, 3, 4].filter((finger) => {
    const landing = landings[finger - 1];
    return landing !== undefined && leadsAlong(landing, places[finger - 1]);
  });
  return leads.length > 0 && leads.every((finger) => finger > 2) ? costs.weakLead.value : 0;
}

function fingersBeside({ starts }: Moment, choice: Choice, setting: FrettingSetting): number {
  let beside = 0;
  starts.forEach((start, each) => {
    const finger = choice.fingers[each] ?? 0;
    const index = choice.strings[each] ?? 0;
    if (start.asks.includes('glass')) return;
    if (finger > 0 && !isOfGrip(start, index, start.midi - (setting.openMidi[index] ?? 0), finger))
      beside |= 1 << finger;
    const plant = choice.planted[each] ?? 0;
    if (plant > 0) beside |= 1 << plant;
  });
  return beside;
}

const isLastLanded = (
  place: FingerPlace | undefined,
  { landed }: HandState,
  { identify }: FrettingSetting,
): boolean => place !== undefined && landed !== undefined && identify(place.note) === identify(landed);

const noWay: readonly PositionWay[] = [{ position: 0, reachMm: 0, stackMm: 0 }];

/** Where the hand may lie after a choice; where it stays when no finger is asked for. */
export const waysOf = ({ positions }: PreparedChoice): readonly PositionWay[] => positions ?? noWay;

/** What it costs to lie there: the way of the hand, and fingers off their own frets. */
export function positionMm(
  before: HandState,
  moment: Moment,
  { position, reachMm, stackMm }: PositionWay,
  isGuided: boolean,
  setting: FrettingSetting,
  tally?: Tally,
): number {
  const { landed } = before;
  const isShift = position !== 0 && position !== before.position;
  const mm = !isShift
    ? 0
    : landed
      ? shiftMm(before.position, position, landed, moment, isGuided, setting)
      : before.position === 0 && position > 1
        ? costs.beginsAway.value
        : 0;
  tally?.('shift', mm);
  tally?.('reach', reachMm);
  tally?.('fingers at one fret', stackMm);
  return mm + reachMm + stackMm;
}

/** The hand a step leads to. */
export const stateAfter = (
  before: HandState,
  { sounded, landed }: PreparedChoice,
  { places }: Moved,
  position: number,
): HandState => ({
  sounding: sounded.sounding,
  places: [...places],
  position: position === 0 ? before.position : position,
  landed: landed ?? before.landed,
});

function placeAfter(
  finger: FingerNumber,
  from: FingerPlace | undefined,
  at: Ticks,
  { landings, sounded }: PreparedChoice,
  setting: FrettingSetting,
): FingerPlace | undefined {
  const landing = landings[finger - 1];
  const stayed = from && canStay(finger, from, at, sounded, setting) ? from : undefined;
  return landing ? pressedPlace(stayed, landing, setting) : stayed;
}

/**
 * Every hand a choice leads to, one for each position it allows, and what that costs; none when no hand can do it. `tally` is told
 * each part of the cost, for the one position that is asked for.
 */
export function stepHand(
  before: HandState,
  moment: Moment,
  choice: Choice,
  setting: FrettingSetting,
  asked?: { readonly position: number; readonly tally: Tally },
): Step[] {
  const prepared = prepareChoice(before.sounding, moment, choice, setting, asked?.tally);
  if (!prepared) return [];
  const moved = blankMoved();
  moveFingers(before, moment, prepared, setting, moved, asked?.tally);
  return waysOf(prepared)
    .filter(({ position }) => !asked || position === 0 || position === asked.position)
    .map((way) => ({
      state: stateAfter(before, prepared, moved, way.position),
      costMm: moved.costMm + positionMm(before, moment, way, moved.isGuided, setting, asked?.tally),
    }));
}
