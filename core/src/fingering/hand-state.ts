import type { Choice } from './choice.ts';
import {
  canStay,
  landingsOf,
  payLanding,
  shiftMm,
  pressedPlace,
  type FingerPlace,
  type Landing,
} from './finger-moves.ts';
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
  /** What each finger does from each place it may come from, once worked out. */
  readonly moves: readonly Map<FingerPlace | undefined, FingerMove>[];
}

interface FingerMove {
  readonly place: FingerPlace | undefined;
  readonly costMm: number;
  readonly isGuide: boolean;
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
    moves: [new Map(), new Map(), new Map(), new Map(), new Map()],
  };
}

/** What a prepared choice makes of a hand, and what the whole step costs. The search fills one again and again. */
export interface Moved {
  costMm: number;
  position: number;
  readonly places: (FingerPlace | undefined)[];
}

export const blankMoved = (): Moved => ({ costMm: 0, position: 0, places: [...emptyHand.places] });

/** Works out a step into `into`. */
export function moveHand(
  before: HandState,
  { at }: Moment,
  prepared: PreparedChoice,
  setting: FrettingSetting,
  into: Moved,
  tally?: Tally,
): void {
  const { sounded } = prepared;
  let { costMm } = sounded;
  let isGuided = false;
  for (let finger = 0; finger < 5; finger += 1) {
    const place = before.places[finger];
    const known = tally ? undefined : prepared.moves[finger]?.get(place);
    const move = known ?? moveFinger(finger + 1, place, at, prepared, setting, tally);
    if (!known) prepared.moves[finger]?.set(place, move);
    costMm += move.costMm;
    isGuided ||= move.isGuide;
    into.places[finger] = move.place;
  }
  const position = sounded.placement.position || before.position;
  if (prepared.landed && before.landed && position !== before.position && before.position > 0) {
    const mm = shiftMm(before.position, position, before.landed, at, isGuided, setting);
    costMm += mm;
    tally?.('shift', mm);
  }
  into.costMm = costMm;
  into.position = position;
}

/** The hand a step leads to. */
export const stateAfter = (
  before: HandState,
  { sounded, landed }: PreparedChoice,
  moved: Moved,
): HandState => ({
  sounding: sounded.sounding,
  places: [...moved.places],
  position: moved.position,
  landed: landed ?? before.landed,
});

function moveFinger(
  finger: FingerNumber,
  from: FingerPlace | undefined,
  at: Ticks,
  { landings, sounded }: PreparedChoice,
  setting: FrettingSetting,
  tally?: Tally,
): FingerMove {
  let costMm = 0;
  const landing = landings[finger - 1];
  const isGuide =
    landing !== undefined &&
    payLanding(landing, from, at, setting, (term, mm) => {
      if (mm === 0) return;
      costMm += mm;
      tally?.(term, mm);
    });
  const stayed = from && canStay(finger, from, at, sounded, setting) ? from : undefined;
  return { place: landing ? pressedPlace(stayed, landing, setting) : stayed, costMm, isGuide };
}

/**
 * The hand after a moment, and what that costs; undefined when no hand can do it. `tally` is told each part of the cost.
 */
export function stepHand(
  before: HandState,
  moment: Moment,
  choice: Choice,
  setting: FrettingSetting,
  tally?: Tally,
): Step | undefined {
  const prepared = prepareChoice(before.sounding, moment, choice, setting, tally);
  if (!prepared) return undefined;
  const moved = blankMoved();
  moveHand(before, moment, prepared, setting, moved, tally);
  return { state: stateAfter(before, prepared, moved), costMm: moved.costMm };
}
