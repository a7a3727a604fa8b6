import { ticksPerQuarter, type Ticks } from '../score/index.ts';

/** A written note value. `triplet` values last two thirds of their plain length. */
export interface NoteValue {
  readonly name: 'whole' | 'half' | 'quarter' | 'eighth' | '16th' | '32nd';
  readonly dots: 0 | 1;
  readonly triplet: boolean;
  readonly ticks: Ticks;
}

const plain = [
  ['whole', 4],
  ['half', 2],
  ['quarter', 1],
  ['eighth', 1 / 2],
  ['16th', 1 / 4],
  ['32nd', 1 / 8],
] as const;

/** Every value a duration may be written with, longest first. */
export const noteValues: readonly NoteValue[] = plain
  .flatMap(([name, quarters]): NoteValue[] => {
    const ticks = quarters * ticksPerQuarter;
    return [
      { name, dots: 0, triplet: false, ticks },
      { name, dots: 1, triplet: false, ticks: ticks * 1.5 },
      { name, dots: 0, triplet: true, ticks: (ticks * 2) / 3 },
    ];
  })
  .sort((a, b) => b.ticks - a.ticks);

export const valueOf = (ticks: Ticks): NoteValue | undefined =>
  noteValues.find((value) => value.ticks === ticks);

/**
 * Writes a duration as tied values, longest first; a remainder no value fits is left out of the answer as
 * `remainder` ticks (only odd lengths from foreign files have one).
 */
export function splitDuration(ticks: Ticks): { readonly values: NoteValue[]; readonly remainder: Ticks } {
  const values: NoteValue[] = [];
  let left = ticks;
  while (left > 0) {
    const next = valueOf(left) ?? noteValues.find((value) => value.ticks <= left && !value.triplet);
    if (!next) break;
    values.push(next);
    left -= next.ticks;
  }
  return { values, remainder: left };
}
