import { fretPositionMm, stringSpacingMm } from '../instrument/index.ts';
import type { FrettingFinger } from './hand.ts';
import type { FingeredGrip } from './finger-grip.ts';
import type { Neck } from './legality.ts';
import type { Press } from './presses.ts';

/** What one finger does between two grips. */
export interface FingerMove {
  readonly finger: FrettingFinger;
  /**
   * `stays` is an anchor: same strings, same fret. `slides` is a guide: same strings, another fret. `moves` lifts and lands
   * elsewhere. `lifts` is not needed any more; `lands` was not down before.
   */
  readonly kind: 'stays' | 'slides' | 'moves' | 'lifts' | 'lands';
  readonly from: Press | undefined;
  readonly to: Press | undefined;
  /** Way of the fingertip over the neck in mm; 0 where there is nothing to measure from or to. */
  readonly travelMm: number;
}

/** A change of grips, finger by finger. */
export interface GripChange {
  readonly moves: readonly FingerMove[];
  readonly travelMm: number;
  /**
   * What the change costs, in mm: mostly the longest way, as fingers travel together; a share of all ways; and something for
   * every finger that must find its place or let go.
   */
  readonly costMm: number;
}

/** A finger that lands from the air, one that lifts and lands, and one that lets go, in mm (from memory, to be tuned). */
const changeCosts = { lands: 6, moves: 3, slides: 1, lifts: 1, stays: 0 } as const;
/** Shares of the longest way and of all ways together. */
const longestShare = 0.3;
const togetherShare = 0.1;

const fingersInOrder: readonly FrettingFinger[] = [1, 2, 3, 4, 'T'];

/** What every finger does from one fingered grip to the next. */
export function gripChange(from: FingeredGrip, to: FingeredGrip, neck: Neck): GripChange {
  const moves = fingersInOrder.flatMap((finger): FingerMove[] => {
    const before = from.presses.find((press) => press.finger === finger);
    const after = to.presses.find((press) => press.finger === finger);
    if (!before && !after) return [];
    const travelMm = before && after ? tipDistanceMm(before, after, neck) : 0;
    return [{ finger, kind: kindOf(before, after), from: before, to: after, travelMm }];
  });
  const travelMm = moves.reduce((sum, move) => sum + move.travelMm, 0);
  return {
    moves,
    travelMm,
    costMm: moves.reduce(
      (sum, { kind }) => sum + changeCosts[kind],
      togetherShare * travelMm + longestShare * Math.max(0, ...moves.map((move) => move.travelMm)),
    ),
  };
}

function kindOf(before: Press | undefined, after: Press | undefined): FingerMove['kind'] {
  if (!before) return 'lands';
  if (!after) return 'lifts';
  const sameStrings = before.strings.join() === after.strings.join();
  if (!sameStrings) return 'moves';
  return before.fret === after.fret ? 'stays' : 'slides';
}

/** Straight way between two places of a fingertip; a barre's tip lies on its thickest string. */
function tipDistanceMm(from: Press, to: Press, neck: Neck): number {
  const place = ({ fret, strings }: Press) => {
    const alongMm = fretPositionMm(neck.scaleMm, fret + neck.capo);
    return { alongMm, acrossMm: ((strings[0] ?? 1) - 1) * stringSpacingMm(neck.scaleMm, alongMm) };
  };
  const [a, b] = [place(from), place(to)];
  return Math.hypot(b.alongMm - a.alongMm, b.acrossMm - a.acrossMm);
}
