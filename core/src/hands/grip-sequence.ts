import type { GripFrets } from '../score/index.ts';
import { fingerings, type FingeredGrip, type PinnedFingers } from './finger-grip.ts';
import { gripChange } from './grip-change.ts';
import type { Hand } from './hand.ts';
import type { Neck } from './legality.ts';

export interface GripToFinger {
  readonly frets: GripFrets;
  readonly pinned?: PinnedFingers | undefined;
}

/**
 * The easiest fingers for grips held one after the other: least cost of holding and changing together, exactly, by dynamic
 * programming over every legal fingering of every grip. A grip that no hand holds gives undefined and breaks the chain.
 */
export function fingerSequence(
  grips: readonly GripToFinger[],
  neck: Neck,
  hand: Hand,
): (FingeredGrip | undefined)[] {
  const choices = everyFingering(grips, neck, hand);
  const changeMm = rememberedChanges(neck);
  interface Best {
    readonly costMm: number;
    readonly from: number;
  }
  const table: Best[][] = [];
  choices.forEach((fingered, index) => {
    const before = choices[index - 1] ?? [];
    const costs = table[index - 1] ?? [];
    table.push(
      fingered.map((grip) =>
        before.reduce<Best>(
          (best, earlier, from) => {
            const costMm = (costs[from]?.costMm ?? 0) + changeMm(earlier, grip) + grip.costMm;
            return costMm < best.costMm ? { costMm, from } : best;
          },
          before.length === 0 ? { costMm: grip.costMm, from: -1 } : { costMm: Infinity, from: -1 },
        ),
      ),
    );
  });

  const result: (FingeredGrip | undefined)[] = grips.map(() => undefined);
  let chosen = -1;
  for (let index = grips.length - 1; index >= 0; index -= 1) {
    const row = table[index] ?? [];
    if (chosen < 0)
      chosen = row.reduce(
        (least, { costMm }, at) => (costMm < (row[least]?.costMm ?? Infinity) ? at : least),
        0,
      );
    result[index] = choices[index]?.[chosen];
    chosen = row[chosen]?.from ?? -1;
  }
  return result;
}

/** The legal fingerings of each grip; the same grip again has the very same ones, so that its changes are known. */
function everyFingering(grips: readonly GripToFinger[], neck: Neck, hand: Hand): FingeredGrip[][] {
  const known = new Map<string, FingeredGrip[]>();
  return grips.map(({ frets, pinned }) => {
    const key = `${frets.join()} ${pinned?.join() ?? ''}`;
    const found = known.get(key) ?? fingerings(frets, neck, hand, pinned);
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
