import type { GripFrets } from '../score/index.ts';
import { fingerings, type FingeredGrip, type PinnedFingers } from './finger-grip.ts';
import { gripChange } from './grip-change.ts';
import type { Hand } from './hand.ts';
import { leastAssignment } from './least-assignment.ts';
import type { Neck } from './legality.ts';

export interface GripToFinger {
  readonly frets: GripFrets;
  readonly pinned?: PinnedFingers | undefined;
}

/** A grip is held at most so many mm harder than at its easiest to make changes easier (from memory). */
const mostForChanges = 3;
/** What a change counts beside holding (from memory): a teacher keeps to the usual fingers unless the way is long. */
const changeShare = 0.5;

/**
 * The fingers for grips held one after the other. One shape has one fingering wherever it is held, at every fret: of all ways to give
 * every shape its fingers the one whose holding and changing together cost least, exactly. A grip that no hand holds gives undefined
 * and breaks the chain; a moved shape that cannot keep its fingers has its own.
 */
export function fingerSequence(
  grips: readonly GripToFinger[],
  neck: Neck,
  hand: Hand,
): (FingeredGrip | undefined)[] {
  const held = everyFingering(grips, neck, hand);
  const shapes = shapesOf(grips, held);
  const numberOf = new Map(shapes.flatMap(({ at }, shape) => at.map((index) => [index, shape] as const)));
  const gripWith = (index: number, shape: Shape, option: number): FingeredGrip | undefined =>
    held[index]?.get(shape.options[option] ?? '');
  const easiest = shapes.map((shape) =>
    easyOptions(shape, (index, option) => held[index]?.get(option)?.costMm ?? 0),
  );
  const alone = easiest.map(({ holdMm }) => [...holdMm]);
  const pairs = new Map<
    string,
    { readonly first: number; readonly second: number; readonly cost: number[][] }
  >();
  const changeMm = rememberedChanges({ ...neck, capo: 0 });
  for (let index = 1; index < grips.length; index += 1) {
    const [first, second] = [numberOf.get(index - 1), numberOf.get(index)];
    if (first === undefined || second === undefined) continue;
    const [from, to] = [easiest[first], easiest[second]];
    if (!from || !to) continue;
    const cost = from.options.map((_, a) =>
      to.options.map((__, b) => {
        const [before, after] = [gripWith(index - 1, from, a), gripWith(index, to, b)];
        return before && after ? changeShare * changeMm(before, after) : 0;
      }),
    );
    if (first === second) {
      cost.forEach((row, option) => {
        const own = alone[first];
        if (own) own[option] = (own[option] ?? 0) + (row[option] ?? 0);
      });
      continue;
    }
    const key = `${first} ${second}`;
    const known = pairs.get(key);
    if (known)
      known.cost.forEach((row, a) =>
        row.forEach((mm, b) => {
          row[b] = mm + (cost[a]?.[b] ?? 0);
        }),
      );
    else pairs.set(key, { first, second, cost });
  }
  const chosen = leastAssignment(alone, [...pairs.values()]);
  return grips.map((_, index) => {
    const shape = numberOf.get(index);
    const found = shape === undefined ? undefined : easiest[shape];
    return found && gripWith(index, found, chosen[shape ?? 0] ?? 0);
  });
}

/** A shape with the fingers that hold it not much harder than the easiest, and what holding it all times costs with each. */
function easyOptions(shape: Shape, costMm: (index: number, option: string) => number) {
  const costs = shape.options.map((option) =>
    shape.at.reduce((sum, index) => sum + costMm(index, option), 0),
  );
  const most = Math.min(...costs) + mostForChanges * shape.at.length;
  const isEasy = (_: unknown, option: number) => (costs[option] ?? Infinity) <= most;
  return { ...shape, options: shape.options.filter(isEasy), holdMm: costs.filter(isEasy) };
}

/** A shape with the fingers it can be held with wherever it stands. */
interface Shape {
  /** Numbers of its grips. */
  readonly at: readonly number[];
  /** Fingers as written, from string 6. */
  readonly options: readonly string[];
}

/** Grips of one shape, at whatever fret; where no fingers hold all of them, the grips at each fret stand for themselves. */
function shapesOf(
  grips: readonly GripToFinger[],
  held: readonly ReadonlyMap<string, FingeredGrip>[],
): Shape[] {
  const grouped = (indexes: readonly number[], keyOf: (grip: GripToFinger) => string): number[][] => {
    const groups = new Map<string, number[]>();
    for (const index of indexes) {
      const grip = grips[index];
      if (grip) groups.set(keyOf(grip), [...(groups.get(keyOf(grip)) ?? []), index]);
    }
    return [...groups.values()];
  };
  const holdable = [...grips.keys()].filter((index) => (held[index]?.size ?? 0) > 0);
  return grouped(holdable, shapeKey).flatMap((at): Shape[] => {
    const options = commonOptions(at, held);
    if (options.length > 0) return [{ at, options }];
    return grouped(at, ({ frets }) => frets.join()).map((own) => ({
      at: own,
      options: commonOptions(own, held),
    }));
  });
}

const commonOptions = (at: readonly number[], held: readonly ReadonlyMap<string, FingeredGrip>[]): string[] =>
  [...(held[at[0] ?? 0]?.keys() ?? [])].filter((fingers) => at.every((index) => held[index]?.has(fingers)));

/** The same for one shape wherever it lies, with the same fingers given. */
const shapeKey = ({ frets, pinned }: GripToFinger): string => `${shapeOf(frets)} ${pinned?.join() ?? ''}`;

/** The same for one shape at any fret; open strings stay open. A single pressed string is no shape that moves: any finger may take it. */
function shapeOf(frets: GripFrets): string {
  const pressed = frets.filter((fret) => fret !== null && fret > 0).map(Number);
  if (pressed.length === 1) return frets.join();
  const lowest = Math.min(...pressed);
  return frets.map((fret) => (fret === null || fret === 0 ? fret : fret - lowest + 1)).join();
}

/** The legal fingerings of each grip, by fingers; the same grip again has the very same ones, so that its changes are known. */
function everyFingering(
  grips: readonly GripToFinger[],
  neck: Neck,
  hand: Hand,
): ReadonlyMap<string, FingeredGrip>[] {
  /** Whoever is told to use the thumb over the edge does so. */
  const handFor = (pinned: PinnedFingers | undefined): Hand =>
    pinned?.includes('T') ? { ...hand, thumbOver: true } : hand;
  const known = new Map<string, ReadonlyMap<string, FingeredGrip>>();
  return grips.map(({ frets, pinned }) => {
    const key = `${frets.join()} ${pinned?.join() ?? ''}`;
    const found =
      known.get(key) ??
      new Map(fingerings(frets, neck, handFor(pinned), pinned).map((each) => [each.fingers.join(), each]));
    known.set(key, found);
    return found;
  });
}

/** The cost of a change, worked out once for each pair of fingered grips: pieces come back to the same few grips. */
function rememberedChanges(neck: Neck): (from: FingeredGrip, to: FingeredGrip) => number {
  const known = new Map<FingeredGrip, Map<FingeredGrip, number>>();
  return (from, to) => {
    const after = known.get(from) ?? new Map<FingeredGrip, number>();
    known.set(from, after);
    const costMm = after.get(to) ?? gripChange(from, to, neck).costMm;
    after.set(to, costMm);
    return costMm;
  };
}
