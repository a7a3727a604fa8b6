import type { Ticks } from '../score/index.ts';
import { searchLayers, type LayeredSearch, type Reached, type ReachedByKey } from './layered-search.ts';
import {
  digitChoices,
  digitMm,
  noDigit,
  prepareStroke,
  rememberedAt,
  restingHand,
  struckState,
  type DigitNumber,
  type PickingSetting,
  type PickingState,
  type StruckString,
} from './picking-step.ts';

/** What the picking hand strikes at a moment, from the thickest string to the thinnest. */
export interface PickingMoment {
  readonly at: Ticks;
  /** From 0. */
  readonly bar: number;
  readonly struck: readonly StruckString[];
  /** The digits it is to have because the same is picked so elsewhere. */
  readonly bound?: readonly DigitNumber[] | undefined;
}
/** A choice is the digit of each string struck. */
export type PickingSearch = LayeredSearch<PickingMoment, PickingState, readonly DigitNumber[]>;

/**
 * The least-cost digits of the picking hand through a piece, over every order of digits at every moment; only how long ago each
 * digit struck which string is carried on. `before` is an earlier run with the same setting.
 */
export const searchPicking = (
  moments: readonly PickingMoment[],
  setting: PickingSetting,
  before?: PickingSearch,
): Generator<number, PickingSearch> =>
  searchLayers(
    moments,
    { start: restingHand, reach: (from, addedMm, moment) => reach(from, addedMm, moment, setting), isSame },
    before,
  );

interface Way {
  readonly costMm: number;
  readonly hand: Reached<PickingState, readonly DigitNumber[]>;
  readonly before: PickingState;
  readonly choice: readonly DigitNumber[];
}

function reach(
  from: ReachedByKey<PickingState, readonly DigitNumber[]>,
  addedMm: number,
  { at, struck, bound }: PickingMoment,
  setting: PickingSetting,
): ReachedByKey<PickingState, readonly DigitNumber[]> {
  const codes = numberLetters();
  const choices = (bound ? [bound] : digitChoices(struck, setting)).flatMap((choice) => {
    const prepared = prepareStroke(struck, choice, setting);
    if (!prepared) return [];
    const now = lettersOf(at, struckState(restingHand, at, struck, choice)).map((letters) =>
      letters === undefined ? undefined : codes.of(letters),
    );
    return [{ choice, now, ...prepared }];
  });
  const hands = [...from.values()].map((hand) => {
    const before = rememberedAt(hand.state, at, setting);
    return { hand, before, lay: lettersOf(at, before).map((letters) => codes.of(letters ?? '-')) };
  });
  const base = codes.count();
  const ways = new Map<number, Way>();
  for (const { hand, before, lay } of hands) {
    const landingMm = rememberedCosts((each, digit) => {
      const one = struck[each];
      return one ? digitMm(one, digit, at, before, setting) : 0;
    });
    for (const { choice, now, costMm: ownMm, landings } of choices) {
      let costMm = hand.costMm + addedMm + ownMm;
      for (const each of landings) costMm += landingMm(each, choice[each] ?? noDigit);
      let key = 0;
      for (let digit = 0; digit < 4; digit += 1) key = key * base + (now[digit] ?? lay[digit] ?? 0);
      const known = ways.get(key);
      if (!known || costMm < known.costMm) ways.set(key, { costMm, hand, before, choice });
    }
  }
  const reached = new Map<string, Reached<PickingState, readonly DigitNumber[]>>();
  for (const { costMm, hand, before, choice } of ways.values()) {
    const state = struckState(before, at, struck, choice);
    const key = lettersOf(at, state)
      .map((letters) => letters ?? '-')
      .join('');
    reached.set(key, { key, state, costMm, choice, from: hand.key });
  }
  return reached;
}

/** Gives each of the letters met at a moment a number from 0: states are told apart by numbers while every choice is tried from every hand. */
function numberLetters() {
  const known = new Map<string, number>();
  return {
    of: (letters: string): number => {
      const number = known.get(letters) ?? known.size;
      known.set(letters, number);
      return number;
    },
    count: (): number => known.size,
  };
}

/** Works each out once: choices share what one digit pays to come to one string. */
function rememberedCosts(
  work: (each: number, digit: DigitNumber) => number,
): (each: number, digit: DigitNumber) => number {
  const known: number[] = [];
  return (each, digit) => (known[each * 4 + digit] ??= work(each, digit));
}

/** How long ago each digit struck which string, in two letters for each of the four. */
function lettersOf(at: Ticks, state: PickingState): (string | undefined)[] {
  return state.map((each) => (each ? String.fromCharCode(at - each.at + 1, each.string) : undefined));
}

const isSame = (a: PickingMoment, b: PickingMoment): boolean =>
  a.at === b.at &&
  a.bound?.join() === b.bound?.join() &&
  a.struck.length === b.struck.length &&
  a.struck.every((one, index) => {
    const other = b.struck[index];
    return (
      other?.string === one.string &&
      (other.note.note === one.note.note || JSON.stringify(other.note.note) === JSON.stringify(one.note.note))
    );
  });
