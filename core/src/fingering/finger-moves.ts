import { spanOf } from '../hands/index.ts';
import { ticksPerQuarter, type Ticks } from '../score/index.ts';
import type { Choice } from './choice.ts';
import { frettingCosts as costs } from './cost-table.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { isSameNote, type Moment, type TimedNote } from './moments.ts';
import { numberOf, type FingerNumber, type Placement } from './placement.ts';
import type { Sounded, Sounding } from './sounding.ts';

/** Where a finger lies, or lay last: it is taken to be near until something makes it leave. */
export interface FingerPlace {
  readonly fret: number;
  /** One bit a string, 1 for string 6 to 32 for string 1. */
  readonly strings: number;
  /** The last note it pressed there, from whose end it is free. */
  readonly note: TimedNote;
  /** All of this in a few letters, to tell hands apart by. */
  readonly key: string;
}

/** A finger’s last place is forgotten after this. */
const rememberedTicks = costs.remembers.value * ticksPerQuarter;
/** More time than this does not make a move easier. */
const longestPause = 8 * ticksPerQuarter;

/** When and in which bar the hand is to be there. */
interface Arriving {
  readonly at: Ticks;
  readonly starts: readonly Pick<TimedNote, 'bar'>[];
}

/**
 * Time a hand has to leave a note for a moment in ms: what lies between, and the part of the note a player gives up, more of it before a bar
 * line.
 */
export function spareMs(
  note: Pick<TimedNote, 'at' | 'until' | 'bar'>,
  { at, starts }: Arriving,
  { msPerTick }: FrettingSetting,
): number {
  const heldMs = (Math.min(note.until, at) - note.at) * msPerTick;
  const betweenMs = Math.min(Math.max(0, at - note.until), longestPause) * msPerTick;
  const isNewBar = starts[0] !== undefined && starts[0].bar !== note.bar;
  const share = (isNewBar ? costs.releaseAtBar : costs.earlyRelease).value;
  return Math.max(costs.shortest.value, betweenMs + Math.min(heldMs * share, costs.longestRelease.value));
}

/** A way with this much time counts so many times. */
const hurryOf = (ms: number): number => 1 + costs.hurry.value / ms;

/** What one finger presses at a moment: one fret, on one or more strings, a bit each. */
export interface Landing {
  readonly fret: number;
  readonly strings: number;
  /** Of these, the strings it must get to; a finger already down for a pull-off need not. */
  readonly newStrings: number;
  /** The longest of its notes. */
  readonly note: TimedNote;
}

/** What each finger presses for a choice, by finger from 1 to 4 and then the thumb. */
export function landingsOf(
  before: Sounding,
  { starts }: Moment,
  choice: Choice,
  setting: FrettingSetting,
): (Landing | undefined)[] {
  const landings: (Landing | undefined)[] = [undefined, undefined, undefined, undefined, undefined];
  const add = (finger: FingerNumber, index: number, midi: number, note: TimedNote, isNew: boolean) => {
    const known = landings[finger - 1];
    const bit = 1 << index;
    landings[finger - 1] = {
      fret: midi - (setting.openMidi[index] ?? 0),
      strings: (known?.strings ?? 0) | bit,
      newStrings: (known?.newStrings ?? 0) | (isNew ? bit : 0),
      note: known && known.note.until >= note.until ? known.note : note,
    };
  };
  starts.forEach((start, each) => {
    const index = choice.strings[each] ?? 0;
    const finger = choice.fingers[each] ?? 0;
    const plant = choice.planted[each] ?? 0;
    if (finger > 0) add(finger, index, start.midi, start, !isSameNote(before.planted[index], start));
    if (plant > 0 && start.pulledTo) add(plant, index, start.pulledTo.midi, start, true);
  });
  return landings;
}

/** Whether a finger goes on along its string to another fret, and so leads the hand. */
export const leadsAlong = ({ fret, newStrings }: Landing, place: FingerPlace | undefined): boolean =>
  place !== undefined && place.fret !== fret && (newStrings & place.strings) !== 0;

/** How many strings a landing takes over at another fret from fingers of the double stop before it. */
export function exchangedStrings(
  { fret, newStrings }: Landing,
  others: readonly (FingerPlace | undefined)[],
  finger: FingerNumber,
): number {
  let count = 0;
  for (let index = 0; index < 6; index += 1) {
    const bit = 1 << index;
    if ((newStrings & bit) === 0) continue;
    if (((others[finger - 1]?.strings ?? 0) & bit) !== 0) continue;
    if (
      others.some(
        (place, other) =>
          other + 1 !== finger &&
          place &&
          place.fret !== fret &&
          (place.strings & bit) !== 0 &&
          isOfDoubleStop(place, others),
      )
    )
      count += 1;
  }
  return count;
}

const isOfDoubleStop = (place: FingerPlace, others: readonly (FingerPlace | undefined)[]): boolean =>
  others.some((other) => other && other !== place && other.note.at === place.note.at);

/** Whether a note is struck again, after a beat at most, with another finger than lies there. */
export const takesPlaceOf = (
  { fret, newStrings }: Landing,
  others: readonly (FingerPlace | undefined)[],
  finger: FingerNumber,
  at: Ticks,
): boolean =>
  others.some(
    (place, index) =>
      index + 1 !== finger &&
      place?.fret === fret &&
      (place.strings & newStrings) !== 0 &&
      at - place.note.until <= rememberedTicks,
  );

/** What it costs the hand to lie over another fret than before, in mm. `landed` is the last note it pressed. */
export function shiftMm(
  from: number,
  to: number,
  landed: TimedNote,
  moment: Arriving,
  isGuided: boolean,
  setting: FrettingSetting,
): number {
  const wayMm = Math.abs((setting.bareFretMm[to] ?? 0) - (setting.bareFretMm[from] ?? 0));
  const mm = costs.shift.value + wayMm * costs.shiftWay.value * hurryOf(spareMs(landed, moment, setting));
  return isGuided ? mm * costs.guidedShift.value : mm;
}

/** Where a finger lies once it has pressed its notes; `place` is where it was, if it could stay there. */
export function pressedPlace(
  place: FingerPlace | undefined,
  { fret, strings, note }: Landing,
  { identify }: FrettingSetting,
): FingerPlace {
  const stays = place?.fret === fret;
  const all = stays ? place.strings | strings : strings;
  const last = stays && place.note.until > note.until ? place.note : note;
  const id = identify(last);
  return { fret, strings: all, note: last, key: String.fromCharCode(fret * 64 + all, id & 0x7fff, id >> 15) };
}

/** Whether a finger can stay where it was: nothing sounds through it, no finger crosses it, and the hand reaches so far. */
export function canStay(
  finger: FingerNumber,
  { fret, strings, note }: FingerPlace,
  at: Ticks,
  { sounding, placement }: Sounded,
  setting: FrettingSetting,
): boolean {
  if (at - note.until > rememberedTicks) return false;
  for (let index = 0; index < 6; index += 1) {
    const fretThere = sounding.frets[index] ?? -1;
    if ((strings & (1 << index)) !== 0 && fretThere >= 0 && fretThere < fret) return false;
  }
  return fitsBeside(finger, fret, strings, placement, setting);
}

function fitsBeside(
  finger: FingerNumber,
  fret: number,
  strings: number,
  { presses }: Placement,
  { hand, bareFretMm }: FrettingSetting,
): boolean {
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
    const wayMm = (bareFretMm[highFret] ?? 0) - (bareFretMm[lowFret] ?? 0);
    if (wayMm > spanOf(Math.min(finger, other), Math.max(finger, other), hand).largestMm) return false;
  }
  return true;
}

const lowestBit = (bits: number): number => 31 - Math.clz32(bits & -bits);
const highestBit = (bits: number): number => 31 - Math.clz32(bits);
