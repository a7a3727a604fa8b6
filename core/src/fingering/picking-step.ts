import {
  sweepOf,
  ticksPerQuarter,
  type PickingDigit,
  type PickingSchool,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { pickingCosts as costs } from './cost-table.ts';
import { isStruck, type Moment, type TimedNote } from './moments.ts';
import { habitsOf, type SchoolHabits } from './picking-schools.ts';

/** Picking digits as numbers, from the thumb outward; −1 is none. */
export type DigitNumber = number;

const digits: readonly PickingDigit[] = ['p', 'i', 'm', 'a'];
export const digitOf = (number: DigitNumber): PickingDigit | undefined => digits[number];
export const noDigit = -1;

export interface PickingSetting {
  readonly habits: SchoolHabits;
  readonly msPerTick: number;
}

export const pickingSetting = (score: Pick<Score, 'tempoBpm'>, school: PickingSchool): PickingSetting => ({
  habits: habitsOf[school],
  msPerTick: 60_000 / score.tempoBpm / ticksPerQuarter,
});

/** A string the picking hand strikes at a moment, and whether a stroke of its own strikes it with others. */
export interface StruckString {
  readonly note: TimedNote;
  readonly string: number;
}

/** What the picking hand strikes at a moment, from the thickest string to the thinnest. Slaps take no finger. */
export const struckStrings = ({ starts }: Moment, stringOf: (note: TimedNote) => number): StruckString[] =>
  starts
    .filter((note) => isStruck(note) && note.note.stroke !== 'slap')
    .map((note) => ({ note, string: stringOf(note) }))
    .sort((a, b) => b.string - a.string);

/** When each digit last struck, and which string; undefined when that is long enough ago. */
export type PickingState = readonly ({ readonly at: Ticks; readonly string: number } | undefined)[];

export const restingHand: PickingState = [undefined, undefined, undefined, undefined];

export type PickingTerm =
  | 'away from its string'
  | 'same finger again'
  | 'rake'
  | 'pick and finger in turn'
  | 'thumb again'
  | 'crossing'
  | 'spread'
  | 'other voice'
  | 'one stroke'
  | 'ring finger'
  | 'unplayed';

export type PickingTally = (term: PickingTerm, mm: number) => void;

/** A choice of digits with all of its cost that does not depend on what the hand did before. */
export interface PreparedStroke {
  readonly costMm: number;
  /** Struck strings, as places in the list, to which a digit comes by itself: others lie under the same stroke. */
  readonly landings: readonly number[];
}

/**
 * Undefined when no hand strikes so: digits follow each other outward from the thumb, one digit strikes only neighbouring strings, and a
 * brush is one stroke of one digit.
 */
export function prepareStroke(
  struck: readonly StruckString[],
  chosen: readonly DigitNumber[],
  setting: PickingSetting,
  tally?: PickingTally,
): PreparedStroke | undefined {
  let costMm = 0;
  const pay: PickingTally = (term, mm) => {
    if (mm === 0) return;
    costMm += mm;
    tally?.(term, mm);
  };
  const landings: number[] = [];
  let last: { digit: DigitNumber; one: StruckString } | undefined;
  for (let each = 0; each < struck.length; each += 1) {
    const one = struck[each];
    const digit = chosen[each] ?? noDigit;
    if (!one) continue;
    if (digit === noDigit) {
      pay('unplayed', costs.unplayed.value);
      continue;
    }
    if (!mayTake(one, digit, setting)) return undefined;
    if (last && !followsOn(last.one, last.digit, one, digit)) return undefined;
    if (last?.digit === digit) pay('one stroke', strokeMm(one, digit));
    else {
      landings.push(each);
      if (last && last.digit > 0)
        pay('spread', Math.max(0, last.one.string - one.string - (digit - last.digit)) * costs.spread.value);
    }
    payVoice(one, digit, setting, pay);
    last = { digit, one };
  }
  return { costMm, landings };
}

/** What a hand still knows at a moment: strokes longer ago than a finger remembers are gone. */
export const rememberedAt = (before: PickingState, at: Ticks, { msPerTick }: PickingSetting): PickingState =>
  before.map((each) => (each && (at - each.at) * msPerTick < costs.forgotten.value ? each : undefined));

/** What a digit pays to come to a string from where the hand is, in mm. */
export function digitMm(
  one: StruckString,
  digit: DigitNumber,
  at: Ticks,
  state: PickingState,
  setting: PickingSetting,
  tally?: PickingTally,
): number {
  let costMm = 0;
  payDigit(one, digit, at, state, setting, (term, mm) => {
    if (mm === 0) return;
    costMm += mm;
    tally?.(term, mm);
  });
  return costMm;
}

/** The hand once digits have struck. */
export function struckState(
  remembered: PickingState,
  at: Ticks,
  struck: readonly StruckString[],
  chosen: readonly DigitNumber[],
): PickingState {
  const fresh = [...remembered];
  struck.forEach(({ string }, each) => {
    const digit = chosen[each] ?? noDigit;
    if (digit !== noDigit) fresh[digit] = { at, string };
  });
  return fresh;
}

/**
 * The picking hand after striking strings (thickest first) with these digits, and what that costs in mm; undefined when no hand
 * can.
 */
export function stepPicking(
  before: PickingState,
  at: Ticks,
  struck: readonly StruckString[],
  chosen: readonly DigitNumber[],
  setting: PickingSetting,
  tally?: PickingTally,
): { state: PickingState; costMm: number } | undefined {
  const prepared = prepareStroke(struck, chosen, setting, tally);
  if (!prepared) return undefined;
  const state = rememberedAt(before, at, setting);
  const landingsMm = prepared.landings.reduce((sum, each) => {
    const one = struck[each];
    return one ? sum + digitMm(one, chosen[each] ?? noDigit, at, state, setting, tally) : sum;
  }, 0);
  return { state: struckState(state, at, struck, chosen), costMm: prepared.costMm + landingsMm };
}

/** Whether a string may be struck so once the next thicker one of the moment was. */
function followsOn(
  thicker: StruckString,
  its: DigitNumber,
  { note, string }: StruckString,
  digit: DigitNumber,
): boolean {
  if (digit < its) return false;
  const sweep = sweepOf(note.note);
  if (digit === its) return sweep !== undefined || thicker.string - string <= 1;
  const isOneBrush = sweep !== undefined && sweep === sweepOf(thicker.note.note);
  return !isOneBrush || note.note.picking !== undefined || thicker.note.note.picking !== undefined;
}

/** Whether a school uses a digit; one the teacher chose is always taken. */
function mayTake({ note }: StruckString, digit: DigitNumber, { habits }: PickingSetting): boolean {
  const name = digitOf(digit);
  if (note.note.picking) return note.note.picking === name;
  if (name === undefined) return false;
  const sweep = sweepOf(note.note);
  if (sweep === 'drag') return name === 'p';
  if (sweep === 'brush') return habits.brushes.includes(name);
  if (sweep === 'brush-back') return habits.brushesBack.includes(name);
  return name === 'p' || habits.homes[name] !== undefined;
}

const strokeMm = ({ note }: StruckString, digit: DigitNumber): number =>
  sweepOf(note.note)
    ? 0
    : digit === 0 && note.note.voice === 'thumb'
      ? costs.drag.value
      : costs.oneStroke.value;

function payDigit(
  { note, string }: StruckString,
  digit: DigitNumber,
  at: Ticks,
  state: PickingState,
  { habits, msPerTick }: PickingSetting,
  pay: PickingTally,
): void {
  const name = digitOf(digit);
  const home = name && habits.homes[name];
  if (home && !sweepOf(note.note))
    pay('away from its string', Math.abs(string - home) * costs.awayFromHome.value);
  if (digit === 3) pay('ring finger', costs.ringFinger.value);
  const quickness = (since: Ticks) => costs.quick.value / Math.max(30, (at - since) * msPerTick);
  const isRun = (since: Ticks) => (at - since) * msPerTick < costs.alternation.value;
  const own = state[digit];
  if (own && digit === 0) {
    const mm = habits.thumbAgainMm + habits.thumbLeapMm * Math.abs(string - own.string);
    pay('thumb again', mm * quickness(own.at));
  } else if (own?.string === string) {
    if (isRun(own.at)) pay('same finger again', costs.sameFingerSameString.value * quickness(own.at));
  } else if (own && isRake(own.string, string)) pay('rake', costs.rake.value * quickness(own.at));
  else if (own) {
    const moved = own.string - string === 1 ? costs.sameFingerNextString : costs.sameFingerOtherString;
    pay('same finger again', moved.value * quickness(own.at));
  }
  const thumb = digit > 0 ? state[0] : undefined;
  if (thumb?.string === string && isRun(thumb.at))
    pay('pick and finger in turn', habits.inTurnMm * quickness(thumb.at));
  for (let other = 1; other < 4; other += 1) {
    const neighbour = state[other];
    if (digit === 0 || other === digit || !neighbour || neighbour.at === at) continue;
    const crosses = other < digit ? neighbour.string < string : neighbour.string > string;
    if (crosses) pay('crossing', costs.crossing.value * Math.min(1, quickness(neighbour.at)));
  }
}

/** A finger’s stroke goes on by itself to the next thicker string: it pulls toward the palm. */
export const isRake = (from: number, to: number): boolean => to - from === 1;

function payVoice(
  { note, string }: StruckString,
  digit: DigitNumber,
  { habits }: PickingSetting,
  pay: PickingTally,
): void {
  if (sweepOf(note.note)) return;
  if (note.note.voice === 'thumb' && digit > 0) pay('other voice', costs.fingerTakesBass.value);
  if (note.note.voice === 'melody' && digit === 0)
    pay('other voice', habits.thumbOnMelodyMm + Math.max(0, 4 - string) * habits.thumbOnThinMm);
}

/** Every order of digits that may strike the strings, leaving out the fewest: never inward, one digit only on neighbours. */
export function digitChoices(struck: readonly StruckString[], setting: PickingSetting): DigitNumber[][] {
  const found: DigitNumber[][] = [];
  const chosen: DigitNumber[] = [];
  const choose = (
    each: number,
    lowest: DigitNumber,
    last: StruckString | undefined,
    leftOut: number,
  ): void => {
    const one = struck[each];
    if (!one) {
      if (leftOut === 0) found.push([...chosen]);
      return;
    }
    for (let digit = lowest; digit < 4; digit += 1) {
      if (!mayTake(one, digit, setting)) continue;
      if (last && !followsOn(last, lowest, one, digit)) continue;
      chosen.push(digit);
      choose(each + 1, digit, one, leftOut);
      chosen.pop();
    }
    if (leftOut === 0) return;
    chosen.push(noDigit);
    choose(each + 1, lowest, last, leftOut - 1);
    chosen.pop();
  };
  for (let leftOut = 0; found.length === 0 && leftOut <= struck.length; leftOut += 1)
    choose(0, 0, undefined, leftOut);
  return found;
}
