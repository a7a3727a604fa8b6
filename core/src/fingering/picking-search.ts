import type { Ticks } from '../score/index.ts';
import { searchLayers, type LayeredSearch, type Reached, type ReachedByKey } from './layered-search.ts';
import {
  digitChoices,
  restingHand,
  stepPicking,
  type DigitNumber,
  type PickingSetting,
  type PickingState,
  type StruckString,
} from './picking-step.ts';

/** What the picking hand strikes at a moment, from the thickest string to the thinnest. */
export interface PickingMoment {
  readonly at: Ticks;
  readonly struck: readonly StruckString[];
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

function reach(
  from: ReachedByKey<PickingState, readonly DigitNumber[]>,
  addedMm: number,
  { at, struck }: PickingMoment,
  setting: PickingSetting,
): ReachedByKey<PickingState, readonly DigitNumber[]> {
  const choices = digitChoices(struck, setting);
  const reached = new Map<string, Reached<PickingState, readonly DigitNumber[]>>();
  for (const hand of from.values()) {
    for (const choice of choices) {
      const step = stepPicking(hand.state, at, struck, choice, setting);
      if (!step) continue;
      const costMm = hand.costMm + addedMm + step.costMm;
      const key = keyOf(step.state, at);
      const known = reached.get(key);
      if (!known || costMm < known.costMm)
        reached.set(key, { key, state: step.state, costMm, choice, from: hand.key });
    }
  }
  return reached;
}

function keyOf(state: PickingState, at: Ticks): string {
  let key = '';
  for (const each of state) key += each ? String.fromCharCode(at - each.at + 1, each.string) : '-';
  return key;
}

const isSame = (a: PickingMoment, b: PickingMoment): boolean =>
  a.at === b.at &&
  a.struck.length === b.struck.length &&
  a.struck.every((one, index) => {
    const other = b.struck[index];
    return (
      other?.string === one.string &&
      (other.note.note === one.note.note || JSON.stringify(other.note.note) === JSON.stringify(one.note.note))
    );
  });
