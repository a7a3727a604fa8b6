import { spanOf, type Hand, type Neck } from '../hands/index.ts';
import { openMidi, stringSpacingMm, stringsLowToHigh } from '../instrument/index.ts';
import type { Study, Ticks } from '../score/index.ts';
import { frettingCosts as costs } from './cost-table.ts';
import { usualFingers, type GripFingerBook } from './grip-fingers.ts';
import { measureOf, type Measure, type Moment, type TimedNote } from './moments.ts';
import {
  numberOf,
  placementBook,
  type FingerNumber,
  type Placement,
  type PlacementBook,
} from './placement.ts';

/** Everything about the guitar, the hand and the tempo that a step of the search needs. */
export interface FrettingSetting {
  readonly neck: Neck;
  readonly hand: Hand;
  /** Written pitch of the open strings, from string 6 to string 1. */
  readonly openMidi: readonly number[];
  readonly measure: Measure;
  readonly placements: PlacementBook;
  readonly gripFingers: GripFingerBook;
}

export const frettingSetting = (study: Study, hand: Hand): FrettingSetting => ({
  neck: study,
  hand,
  openMidi: stringsLowToHigh.map((string) => openMidi(study.tuning, string)),
  measure: measureOf(study),
  placements: placementBook(study, hand),
  gripFingers: usualFingers(study, hand),
});

/** Where a finger lies, or lay last: it is taken to be near until something makes it leave. */
export interface FingerPlace {
  readonly fret: number;
  /** One bit a string, 1 for string 6 to 32 for string 1. */
  readonly strings: number;
  /** The last note it pressed there, from whose end it is free. */
  readonly note: TimedNote;
}

/**
 * Where the fretting hand is after a moment. By string from 6 to 1: the note that sounds, its fret and finger, and a finger
 * already down behind a note that will be pulled off. By finger, from 1 to 4 and then the thumb: its place.
 */
export interface HandState {
  readonly notes: readonly (TimedNote | undefined)[];
  readonly frets: readonly number[];
  readonly fingers: readonly FingerNumber[];
  readonly planted: readonly (TimedNote | undefined)[];
  readonly plantedFrets: readonly number[];
  readonly plantedFingers: readonly FingerNumber[];
  readonly places: readonly (FingerPlace | undefined)[];
  /** Fret the index finger lies over; 0 before anything is pressed. */
  readonly position: number;
  /** The pressed note that landed last: the hand is free to shift from its end on. */
  readonly landed: TimedNote | undefined;
}

const nothing = [undefined, undefined, undefined, undefined, undefined, undefined];
const noFrets = [-1, -1, -1, -1, -1, -1];
const noFingers = [0, 0, 0, 0, 0, 0];

export const emptyHand: HandState = {
  notes: nothing,
  frets: noFrets,
  fingers: noFingers,
  planted: nothing,
  plantedFrets: noFrets,
  plantedFingers: noFingers,
  places: [undefined, undefined, undefined, undefined, undefined],
  position: 0,
  landed: undefined,
};

/** A finger that is asked for and cannot be had: the note stays unplayed, or its pull-off is not prepared. */
export const noFinger = -1;

/** What the hand does with the notes that start at a moment, in their order. */
export interface Choice {
  /** String of each, from 0 for string 6 to 5 for string 1. */
  readonly strings: readonly number[];
  /** Finger of each; 0 for open strings and dead notes, −1 left unplayed. */
  readonly fingers: readonly FingerNumber[];
  /** Finger put down behind each that is pulled off later; 0 where none is, −1 where it should be and cannot. */
  readonly planted: readonly FingerNumber[];
  /** Strings whose note is let go before its end. */
  readonly released: readonly number[];
}

/** Names of what a step costs, as shown to a guitarist. */
export type StepTerm =
  | 'hold'
  | 'mute risk'
  | 'landing'
  | 'moving'
  | 'guide finger'
  | 'one more string'
  | 'shift'
  | 'bend'
  | 'little finger'
  | 'other finger than the grip'
  | 'string of the other voice'
  | 'cuts a note short'
  | 'let go early'
  | 'unplayed';

export interface Step {
  readonly state: HandState;
  readonly costMm: number;
  readonly placement: Placement;
}

const barTicks = 3840;
/** A finger’s last place is forgotten, and more time than this does not make a move easier. */
export const rememberedTicks = costs.remembers.value * barTicks;

/** Whether two readings of a study mean the same note: it begins when the other does, written on the same string. */
const isSame = (a: TimedNote | undefined, b: TimedNote): boolean =>
  a !== undefined && (a === b || (a.at === b.at && a.note.string === b.note.string && a.midi === b.midi));

/**
 * The hand after a moment, and what that costs; undefined when no hand can do it. `tally` is told each part of the cost.
 */
export function stepHand(
  before: HandState,
  moment: Moment,
  choice: Choice,
  setting: FrettingSetting,
  tally?: (term: StepTerm, mm: number) => void,
): Step | undefined {
  const { at, starts } = moment;
  const notes = [...before.notes];
  const frets = [...before.frets];
  const fingers = [...before.fingers];
  const planted = [...before.planted];
  const plantedFrets = [...before.plantedFrets];
  const plantedFingers = [...before.plantedFingers];
  const silence = (index: number) => {
    notes[index] = undefined;
    frets[index] = -1;
    fingers[index] = 0;
  };
  const unplant = (index: number) => {
    planted[index] = undefined;
    plantedFrets[index] = -1;
    plantedFingers[index] = 0;
  };
  let costMm = 0;
  const pay = (term: StepTerm, mm: number) => {
    if (mm === 0) return;
    costMm += mm;
    tally?.(term, mm);
  };

  for (let index = 0; index < 6; index += 1) if ((notes[index]?.until ?? at) <= at) silence(index);
  for (const index of choice.released) {
    silence(index);
    pay('let go early', costs.letGo.value);
  }

  let pressed = 0;
  let opened = 0;
  for (let each = 0; each < starts.length; each += 1) {
    const start = starts[each];
    const index = choice.strings[each] ?? 0;
    const finger = choice.fingers[each] ?? 0;
    if (!start) continue;
    if (notes[index]) pay('cuts a note short', costs.cutShort.value);
    pay('string of the other voice', otherVoiceMm(start, index));
    const isPrepared = isSame(planted[index], start);
    if (isPrepared && finger !== noFinger && finger !== plantedFingers[index]) return undefined;
    if (!arrives(start, index, finger, before)) return undefined;
    unplant(index);
    if (start.note.dead || finger === noFinger) {
      silence(index);
      if (finger === noFinger) pay('unplayed', costs.unplayed.value);
      continue;
    }
    const fret = start.midi - (setting.openMidi[index] ?? 0);
    notes[index] = start;
    frets[index] = fret;
    fingers[index] = finger;
    if (fret === 0) opened += 1;
    else pressed += 1;
    const plant = choice.planted[each] ?? 0;
    if (plant > 0 && start.pulledTo) {
      planted[index] = start.pulledTo;
      plantedFrets[index] = start.pulledTo.midi - (setting.openMidi[index] ?? 0);
      plantedFingers[index] = plant;
    } else if (plant === noFinger) pay('let go early', costs.letGo.value);
  }

  const placement = setting.placements({ frets, fingers, plantedFrets, plantedFingers });
  if (!placement.isLegal) return undefined;
  for (const { note } of starts)
    if (note.position !== undefined && placement.position > 0 && placement.position !== note.position)
      return undefined;

  if (pressed > 0) pay('hold', placement.holdMm);
  else if (opened > 0) pay('mute risk', placement.muteMm);
  const position = placement.position || before.position;
  let { landed } = before;
  if (pressed > 0) {
    const isGuided = payFingers(before, moment, choice, setting, pay);
    payShift(before, position, at, isGuided, setting, pay);
    for (let each = 0; each < starts.length; each += 1) {
      const start = starts[each];
      const finger = choice.fingers[each] ?? 0;
      if (!start || finger <= 0) continue;
      payNote(start, choice.strings[each] ?? 0, finger, setting, pay);
      if (!landed || landed.at < at || landed.until < start.until) landed = start;
    }
  }
  const places = placesAfter(before, moment, frets, fingers, choice, placement, setting);
  return {
    state: { notes, frets, fingers, planted, plantedFrets, plantedFingers, places, position, landed },
    costMm,
    placement,
  };
}

/** Whether a hammered, pulled or slid note comes from the finger it must come from. */
function arrives(start: TimedNote, index: number, finger: FingerNumber, before: HandState): boolean {
  const { source } = start;
  if (!source || finger === noFinger || start.note.dead) return true;
  const sounding = before.notes[index];
  if (!isSame(sounding, source)) return start.strings.length === 1 && source.strings.length === 1;
  const from = before.fingers[index] ?? 0;
  if (from === 0 || finger === 0) return true;
  if (start.note.arrival === 'slide') return finger === from;
  if (start.note.arrival === 'hammer-on') return finger !== 5 && (from === 5 || finger > from);
  return true;
}

/** Where every finger lies after a moment: those that press, and those that can stay where they were. */
function placesAfter(
  before: HandState,
  { at, starts }: Moment,
  frets: readonly number[],
  fingers: readonly FingerNumber[],
  choice: Choice,
  placement: Placement,
  setting: FrettingSetting,
): (FingerPlace | undefined)[] {
  const places = [...before.places];
  for (let finger = 1; finger <= 5; finger += 1) {
    const place = places[finger - 1];
    if (place && !canStay(finger, place, at, frets, placement, setting)) places[finger - 1] = undefined;
  }
  for (let each = 0; each < starts.length; each += 1) {
    const start = starts[each];
    const index = choice.strings[each] ?? 0;
    if (!start) continue;
    const finger = choice.fingers[each] ?? 0;
    if (finger > 0 && fingers[index] === finger) press(places, finger, index, frets[index] ?? 0, start);
    const plant = choice.planted[each] ?? 0;
    if (plant > 0 && start.pulledTo)
      press(places, plant, index, start.pulledTo.midi - (setting.openMidi[index] ?? 0), start);
  }
  return places;
}

function press(
  places: (FingerPlace | undefined)[],
  finger: FingerNumber,
  index: number,
  fret: number,
  note: TimedNote,
): void {
  const place = places[finger - 1];
  const strings = 1 << index;
  places[finger - 1] =
    place?.fret === fret
      ? { fret, strings: place.strings | strings, note: note.until >= place.note.until ? note : place.note }
      : { fret, strings, note };
}

/** Whether a finger can stay where it was: nothing sounds through it, no finger crosses it, and the hand reaches so far. */
function canStay(
  finger: FingerNumber,
  { fret, strings, note }: FingerPlace,
  at: Ticks,
  frets: readonly number[],
  { presses }: Placement,
  { hand, measure }: FrettingSetting,
): boolean {
  if (at - note.until > rememberedTicks) return false;
  for (let index = 0; index < 6; index += 1) {
    const sounding = frets[index] ?? -1;
    if ((strings & (1 << index)) !== 0 && sounding >= 0 && sounding < fret) return false;
  }
  const thickest = 6 - lowestBit(strings);
  const thinnest = 6 - highestBit(strings);
  for (const press of presses) {
    const other = numberOf(press.finger);
    if (other === finger) {
      if (press.fret !== fret) return false;
      continue;
    }
    if (finger === 5 || other === 5) continue;
    const [lowFret, highFret] = finger < other ? [fret, press.fret] : [press.fret, fret];
    if (lowFret > highFret) return false;
    if (lowFret === highFret) {
      const otherThickest = press.strings[0] ?? 6;
      const otherThinnest = press.strings.at(-1) ?? 1;
      if (finger < other ? thinnest <= otherThickest : otherThinnest <= thickest) return false;
    }
    const wayMm = Math.abs(measure.fretMm(highFret) - measure.fretMm(lowFret));
    if (wayMm > spanOf(Math.min(finger, other), Math.max(finger, other), hand).largestMm) return false;
  }
  return true;
}

const lowestBit = (bits: number): number => 31 - Math.clz32(bits & -bits);
const highestBit = (bits: number): number => 31 - Math.clz32(bits);

type Pay = (term: StepTerm, mm: number) => void;

/** Time a hand has to leave a note for a moment in ms: what lies between, and the part of the note a player gives up. */
function spareMs(note: TimedNote, at: Ticks, { msPerTick }: Measure): number {
  const heldMs = (Math.min(note.until, at) - note.at) * msPerTick;
  const betweenMs = Math.min(Math.max(0, at - note.until), rememberedTicks) * msPerTick;
  const releaseMs = Math.min(heldMs * costs.earlyRelease.value, costs.longestRelease.value);
  return Math.max(costs.shortest.value, betweenMs + releaseMs);
}

/** A way with this much time counts so many times. */
const hurryOf = (ms: number): number => 1 + costs.hurry.value / ms;

/** What the fingers pay to get to the notes that start; says whether one of them leads along its string. */
function payFingers(
  before: HandState,
  { at, starts }: Moment,
  choice: Choice,
  setting: FrettingSetting,
  pay: Pay,
): boolean {
  let isGuided = false;
  for (let finger = 1; finger <= 5; finger += 1) {
    const to: { index: number; fret: number }[] = [];
    for (let each = 0; each < starts.length; each += 1) {
      const start = starts[each];
      if (!start) continue;
      const index = choice.strings[each] ?? 0;
      const open = setting.openMidi[index] ?? 0;
      const isPrepared = isSame(before.planted[index], start);
      if (choice.fingers[each] === finger && !isPrepared && !start.note.dead)
        to.push({ index, fret: start.midi - open });
      if (choice.planted[each] === finger && start.pulledTo)
        to.push({ index, fret: start.pulledTo.midi - open });
    }
    if (to.length > 0 && payFinger(finger, to, before, at, setting, pay)) isGuided = true;
  }
  return isGuided;
}

function payFinger(
  finger: FingerNumber,
  to: readonly { index: number; fret: number }[],
  before: HandState,
  at: Ticks,
  { neck, measure }: FrettingSetting,
  pay: Pay,
): boolean {
  const [first] = to;
  if (!first) return false;
  const place = before.places[finger - 1];
  if (!place) {
    pay('landing', costs.lands.value);
    return false;
  }
  const fresh = to.filter(({ index }) => (place.strings & (1 << index)) === 0);
  if (place.fret === first.fret && fresh.length === 0) return false;
  if (place.fret === first.fret && isHolding(finger, before, at)) {
    pay('one more string', fresh.length * costs.extends.value);
    return false;
  }
  if (fresh.length < to.length) {
    pay('guide finger', place.fret === first.fret ? 0 : costs.guide.value);
    return place.fret !== first.fret;
  }
  const alongMm = measure.fretMm(first.fret) - measure.fretMm(place.fret);
  const acrossMm =
    (first.index - lowestBit(place.strings)) * stringSpacingMm(neck.scaleMm, measure.fretMm(first.fret));
  const hurry = hurryOf(spareMs(place.note, at, measure));
  pay('moving', costs.moves.value + costs.fingerWay.value * Math.hypot(alongMm, acrossMm) * hurry);
  return false;
}

/** Whether a finger presses a note that goes on, or one that will be pulled off to. */
const isHolding = (finger: FingerNumber, { notes, fingers, plantedFingers }: HandState, at: Ticks): boolean =>
  fingers.some((each, index) => each === finger && (notes[index]?.until ?? 0) > at) ||
  plantedFingers.includes(finger);

function payShift(
  { position: from, landed }: HandState,
  to: number,
  at: Ticks,
  isGuided: boolean,
  { measure }: FrettingSetting,
  pay: Pay,
): void {
  if (from === 0 || from === to || !landed) return;
  const wayMm = Math.abs(measure.fretMm(to) - measure.fretMm(from));
  const share = costs.shiftWay.value * (isGuided ? costs.guidedShift.value : 1);
  pay('shift', wayMm * share * hurryOf(spareMs(landed, at, measure)));
}

const bendCosts = [
  0,
  costs.bendIndex.value,
  costs.bendMiddle.value,
  0,
  costs.bendLittle.value,
  costs.bendThumb.value,
];

/** What one note pays for the finger it gets. */
function payNote(
  start: TimedNote,
  index: number,
  finger: FingerNumber,
  setting: FrettingSetting,
  pay: Pay,
): void {
  const { note, grip } = start;
  if (note.bendCents !== undefined) pay('bend', bendCosts[finger] ?? 0);
  if (finger === 4 && (note.arrival === 'hammer-on' || start.pulledTo))
    pay('little finger', costs.weakHammer.value);
  if (!grip || grip.frets[index] !== start.midi - (setting.openMidi[index] ?? 0)) return;
  const given = grip.fingers?.[index];
  const usual = given ? undefined : setting.gripFingers(grip)?.[index];
  if (given && numberOf(given) !== finger) pay('other finger than the grip', costs.againstGrip.value);
  else if (usual && numberOf(usual) !== finger) pay('other finger than the grip', costs.againstUsual.value);
}

/** A melody note on strings 4 to 6, a thumb note on strings 1 and 2: each string further costs. */
function otherVoiceMm({ note }: TimedNote, index: number): number {
  const string = 6 - index;
  const away = note.voice === 'melody' ? Math.max(0, string - 3) : Math.max(0, 3 - string);
  return away * costs.otherVoiceString.value;
}
