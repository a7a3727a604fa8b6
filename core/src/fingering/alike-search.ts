import { noFinger } from './choice.ts';
import { fingersFor } from './choices.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { searchFretting, type FrettingSearch } from './fretting-search.ts';
import { cheapestWay, leastCostMm } from './layered-search.ts';
import { likeBars } from './like-bars.ts';
import type { Bound, Moment } from './moments.ts';

/** A note of a group of like bars: which group, which moment of its bars, which note of the moment. */
interface Slot {
  readonly group: number;
  readonly moment: number;
  readonly note: number;
}

/** A search in which some notes of like bars are bound to one place and finger. */
interface Node {
  readonly bound: ReadonlyMap<string, Bound>;
  readonly moments: readonly Moment[];
  readonly search: FrettingSearch;
  readonly costMm: number;
}

/** After so many searches the best way found so far is taken, if it is not proved the cheapest by then. 120 random pieces in three bars needed fewer. */
const mostSearches = 64;

/**
 * The least-cost way of the fretting hand on which like bars have like fingers. `free` is the search without that: where its bars agree of
 * themselves it is the answer. Else branch and bound: the first note on which like bars disagree is bound in all of them to each finger
 * in turn; a search with fewer notes bound never costs more, so the first way that agrees, taken cheapest first, is the cheapest.
 */
export function* searchAlike(
  moments: readonly Moment[],
  setting: FrettingSetting,
  free: FrettingSearch,
): Generator<number, { readonly moments: readonly Moment[]; readonly search: FrettingSearch }> {
  const groups = likeBars(moments);
  if (groups.length === 0) return { moments, search: free };
  const open: Node[] = [{ bound: new Map(), moments, search: free, costMm: leastCostMm(free) }];
  let searches = 0;
  for (;;) {
    const cheapest = open.reduce((best, node) => (node.costMm < best.costMm ? node : best));
    const slot = firstDisagreement(groups, cheapest);
    if (!slot) return cheapest;
    if (searches >= mostSearches) return yield* bindAll(moments, setting, groups, cheapest);
    open.splice(open.indexOf(cheapest), 1);
    for (const each of boundsFor(moments, setting, groups, slot)) {
      const bound = new Map(cheapest.bound).set(keyOf(slot), each);
      const asked = withBounds(moments, groups, bound);
      const search = yield* searchFretting(asked, setting, cheapest.search);
      searches += 1;
      open.push({ bound, moments: asked, search, costMm: leastCostMm(search) });
    }
  }
}

const keyOf = ({ group, moment, note }: Slot): string => `${group} ${moment} ${note}`;

/** What a bar’s note was given on the cheapest way. */
function takenAt(
  way: ReturnType<
    typeof cheapestWay<Moment, unknown, { strings: readonly number[]; fingers: readonly number[] }>
  >,
  at: number,
  note: number,
): Bound {
  const choice = way[at]?.choice;
  return { index: choice?.strings[note] ?? 0, finger: choice?.fingers[note] ?? 0 };
}

function firstDisagreement(groups: readonly number[][][], { search, bound }: Node): Slot | undefined {
  const way = cheapestWay(search);
  for (const [group, bars] of groups.entries()) {
    const [first = [], ...others] = bars;
    for (const [moment, at] of first.entries()) {
      const notes = way[at]?.choice.fingers.length ?? 0;
      for (let note = 0; note < notes; note += 1) {
        const slot = { group, moment, note };
        if (bound.has(keyOf(slot))) continue;
        const own = takenAt(way, at, note);
        const differs = others.some((other) => {
          const { index, finger } = takenAt(way, other[moment] ?? 0, note);
          return index !== own.index || finger !== own.finger;
        });
        if (differs) return slot;
      }
    }
  }
  return undefined;
}

/** Every place and finger a note of like bars may have. */
function boundsFor(
  moments: readonly Moment[],
  setting: FrettingSetting,
  groups: readonly number[][][],
  { group, moment, note }: Slot,
): Bound[] {
  const start = moments[groups[group]?.[0]?.[moment] ?? 0]?.starts[note];
  if (!start) return [];
  const taken = start.strings.flatMap((index) =>
    fingersFor(start, index, start.midi - (setting.openMidi[index] ?? 0), setting).map((finger) => ({
      index,
      finger,
    })),
  );
  // A finger that cannot be had anywhere leaves the note unplayed: its string alone is bound.
  return taken.length > 0 ? taken : start.strings.map((index) => ({ index, finger: noFinger }));
}

/** The moments with the bound notes of each group bound in all of its bars. */
function withBounds(
  moments: readonly Moment[],
  groups: readonly number[][][],
  bound: ReadonlyMap<string, Bound>,
): Moment[] {
  const asked = [...moments];
  groups.forEach((bars, group) =>
    bars.forEach((bar) =>
      bar.forEach((at, moment) => {
        const before = moments[at];
        const bounds = before?.starts.map((_, note) => bound.get(keyOf({ group, moment, note })));
        if (before && bounds?.some((each) => each !== undefined)) asked[at] = { ...before, bound: bounds };
      }),
    ),
  );
  return asked;
}

/** Binds every like bar to what the first of its group has: alike, though not proved the cheapest way to be so. */
function* bindAll(
  moments: readonly Moment[],
  setting: FrettingSetting,
  groups: readonly number[][][],
  { search: found }: Node,
): Generator<number, Pick<Node, 'moments' | 'search'>> {
  const way = cheapestWay(found);
  const bound = new Map<string, Bound>();
  groups.forEach(([first = []], group) =>
    first.forEach((at, moment) =>
      moments[at]?.starts.forEach((_, note) => {
        const taken = takenAt(way, at, note);
        if (taken.finger !== noFinger) bound.set(keyOf({ group, moment, note }), taken);
      }),
    ),
  );
  const asked = withBounds(moments, groups, bound);
  return { moments: asked, search: yield* searchFretting(asked, setting, found) };
}
