import type { Ticks } from '../score/index.ts';
import { pickingCosts as costs } from './cost-table.ts';
import { searchLayers, type LayeredSearch, type Reached, type ReachedByKey } from './layered-search.ts';
import type { Moment, TimedNote } from './moments.ts';
import { stillWorthwhile } from './picking-pruning.ts';
import {
  digitChoices,
  digitMm,
  noDigit,
  prepareStroke,
  rememberedAt,
  restingHand,
  struckState,
  struckStrings,
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
  /** How long after it those follow at which a stroke of it is still remembered, in ticks. */
  readonly soon: readonly Ticks[];
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
    {
      start: restingHand,
      reach: (from, addedMm, moment) => reach(from, addedMm, moment, setting),
      isSame,
      isSameTime: (a, b) => a.at === b.at,
    },
    before,
  );

/** What the picking hand strikes through a piece, once the string of every note is known. */
export const pickingMoments = (
  moments: readonly Moment[],
  stringOf: (note: TimedNote) => number,
  setting: PickingSetting,
): PickingMoment[] =>
  moments.map((moment, index) => ({
    at: moment.at,
    bar: moment.bar,
    struck: struckStrings(moment, stringOf),
    soon: soonAfter(moments, index, setting),
  }));

function soonAfter(moments: readonly Moment[], index: number, { msPerTick }: PickingSetting): Ticks[] {
  const at = moments[index]?.at ?? 0;
  const soon: Ticks[] = [];
  for (let next = index + 1; next < moments.length; next += 1) {
    const ticks = (moments[next]?.at ?? at) - at;
    if (ticks * msPerTick >= costs.forgotten.value) break;
    soon.push(ticks);
  }
  return soon;
}

type Hand = Reached<PickingState, readonly DigitNumber[]>;
/** What is remembered of each digit; undefined for one that has struck nothing lately. */
type Letters = readonly (string | undefined)[];

/** The cheapest way found so far to one state; changed in place, as tens of thousands are tried at a moment. */
interface Way {
  costMm: number;
  from: RememberedHand;
  choice: readonly DigitNumber[];
}

interface RememberedHand {
  readonly hand: Hand;
  readonly before: PickingState;
  readonly letters: Letters;
}

function reach(
  from: ReachedByKey<PickingState, readonly DigitNumber[]>,
  addedMm: number,
  { at, struck, bound, soon }: PickingMoment,
  setting: PickingSetting,
): ReachedByKey<PickingState, readonly DigitNumber[]> {
  const codes = numberLetters();
  const choices = (bound ? [bound] : digitChoices(struck, setting)).flatMap((choice) => {
    const prepared = prepareStroke(struck, choice, setting);
    if (!prepared) return [];
    const now = lettersOf(at, struckState(restingHand, at, struck, choice));
    return [{ choice, now: now.map((each) => (each === undefined ? -1 : codes.of(each))), ...prepared }];
  });
  const hands = rememberedHands(from, at, setting);
  const lays = hands.map(({ letters }) => letters.map((each) => codes.of(each ?? '-')));
  const base = codes.count();
  const ways = new Map<number, Way>();
  hands.forEach((each, index) => {
    const [p = 0, i = 0, m = 0, a = 0] = lays[index] ?? [];
    const landingMm = rememberedCosts((place, digit) => {
      const one = struck[place];
      return one ? digitMm(one, digit, at, each.before, setting) : 0;
    });
    for (const { choice, now, costMm: ownMm, landings } of choices) {
      let costMm = each.hand.costMm + addedMm + ownMm;
      for (const place of landings) costMm += landingMm(place, choice[place] ?? noDigit);
      const [byP = -1, byI = -1, byM = -1, byA = -1] = now;
      let key = byP < 0 ? p : byP;
      key = key * base + (byI < 0 ? i : byI);
      key = key * base + (byM < 0 ? m : byM);
      key = key * base + (byA < 0 ? a : byA);
      const known = ways.get(key);
      if (!known) ways.set(key, { costMm, from: each, choice });
      else if (costMm < known.costMm) {
        known.costMm = costMm;
        known.from = each;
        known.choice = choice;
      }
    }
  });
  const reached = [...ways.values()].map((way) => {
    const state = struckState(way.from.before, at, struck, way.choice);
    const key = keyOf(lettersOf(at, state));
    return { key, state, costMm: way.costMm, choice: way.choice, from: way.from.hand.key };
  });
  return new Map(stillWorthwhile(reached, at, soon, setting).map((hand) => [hand.key, hand]));
}

/** The hands as they are remembered at a moment: of those that have become alike by forgetting only the cheapest goes on. */
function rememberedHands(
  from: ReachedByKey<PickingState, readonly DigitNumber[]>,
  at: Ticks,
  setting: PickingSetting,
): RememberedHand[] {
  const hands = new Map<string, RememberedHand>();
  for (const hand of from.values()) {
    const before = rememberedAt(hand.state, at, setting);
    const letters = lettersOf(at, before);
    const key = keyOf(letters);
    const known = hands.get(key);
    if (!known || hand.costMm < known.hand.costMm) hands.set(key, { hand, before, letters });
  }
  return [...hands.values()];
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

const keyOf = ([p = '-', i = '-', m = '-', a = '-']: Letters): string => p + i + m + a;

/** How long ago each digit struck which string, in two letters for each of the four. */
function lettersOf(at: Ticks, state: PickingState): Letters {
  return state.map((each) => (each ? String.fromCharCode(at - each.at + 1, each.string) : undefined));
}

const isSame = (a: PickingMoment, b: PickingMoment): boolean =>
  a.at === b.at &&
  a.soon.join() === b.soon.join() &&
  a.bound?.join() === b.bound?.join() &&
  a.struck.length === b.struck.length &&
  a.struck.every((one, index) => {
    const other = b.struck[index];
    return (
      other?.string === one.string &&
      (other.note.note === one.note.note || JSON.stringify(other.note.note) === JSON.stringify(one.note.note))
    );
  });
