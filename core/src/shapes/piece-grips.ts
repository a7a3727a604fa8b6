import {
  fingerSequence,
  gripChange,
  handInPiece,
  type FingeredGrip,
  type GripChange,
  type GripFingers,
  type Hand,
} from '../hands/index.ts';
import { numberOfBar, soundingFrets, type GripFrets, type PlacedGrip, type Score } from '../score/index.ts';
import { fretsText } from './grip.ts';
import { nameGrip } from './naming.ts';

/** One grip of a piece, however often it is laid. */
export interface PieceGrip {
  readonly grip: PlacedGrip;
  /** What really sounds, in the piece's key. */
  readonly name: string | null;
  readonly functionName: string | null;
  readonly uses: number;
  /** Bar of the first use, from 1. */
  readonly firstBar: number;
  /** Undefined when no hand holds it. */
  readonly fingered: FingeredGrip | undefined;
  /** Bars in which it has other fingers, because they are typed there. */
  readonly otherwise: readonly { readonly bar: number; readonly fingers: GripFingers }[];
}

/** A change from one laid grip to the next, with every finger's part in it. Bars count from 1. */
export interface PieceChange {
  readonly fromBar: number;
  readonly toBar: number;
  readonly from: FingeredGrip;
  readonly to: FingeredGrip;
  readonly fromName: string | null;
  readonly toName: string | null;
  readonly change: GripChange;
  /** How often the piece makes this change. */
  readonly times: number;
}

/**
 * The grips of a piece, most used first, and its changes, hardest first. Fingers are chosen for the whole piece in order, so
 * that each grip is held as its neighbours make easiest; a grip whose fingers the teacher set keeps them.
 */
export function pieceGrips(
  score: Score,
  hand: Hand,
): { readonly grips: PieceGrip[]; readonly changes: PieceChange[] } {
  const laid = score.bars.flatMap((bar, index) =>
    bar.grips.map((grip) => ({ grip, bar: numberOfBar(score, index) })),
  );
  const fingered = fingerSequence(
    laid.map(({ grip }) => ({ frets: grip.frets, pinned: grip.fingers })),
    score,
    handInPiece(score, hand),
  );
  const names = new Map<string, Pick<PieceGrip, 'name' | 'functionName'>>();
  const named = laid.map(({ grip }) => {
    const frets = soundingFrets(grip);
    const name = names.get(frets.join()) ?? nameOf(score, frets);
    names.set(frets.join(), name);
    return name;
  });
  const grips = new Map<string, PieceGrip>();
  const changes = new Map<string, PieceChange>();
  laid.forEach(({ grip, bar }, index) => {
    const key = fretsText(grip.frets);
    const known = grips.get(key);
    grips.set(
      key,
      known
        ? usedAgain(known, grip, bar, fingered[index])
        : {
            grip,
            name: named[index]?.name ?? null,
            functionName: named[index]?.functionName ?? null,
            uses: 1,
            firstBar: bar,
            fingered: fingered[index],
            otherwise: [],
          },
    );
    const [from, to] = [fingered[index - 1], fingered[index]];
    const before = laid[index - 1];
    if (!from || !to || !before || fretsText(before.grip.frets) === key) return;
    const pair = `${fretsText(before.grip.frets)} ${from.fingers.join('')} ${key} ${to.fingers.join('')}`;
    const met = changes.get(pair);
    changes.set(
      pair,
      met
        ? { ...met, times: met.times + 1 }
        : {
            fromBar: before.bar,
            toBar: bar,
            from,
            to,
            fromName: before.grip.functionName ?? named[index - 1]?.name ?? null,
            toName: grip.functionName ?? named[index]?.name ?? null,
            change: gripChange(from, to, score),
            times: 1,
          },
    );
  });
  return {
    grips: [...grips.values()].sort((a, b) => b.uses - a.uses),
    changes: [...changes.values()].sort((a, b) => b.change.costMm - a.change.costMm),
  };
}

/** A grip laid once more. Its own fingers are the worked-out ones; typed ones stand beside them, unless all are typed alike. */
function usedAgain(
  known: PieceGrip,
  grip: PlacedGrip,
  bar: number,
  fingered: FingeredGrip | undefined,
): PieceGrip {
  const { grip: first, firstBar, otherwise } = known;
  const again = { ...known, uses: known.uses + 1 };
  if (first.fingers?.join() === grip.fingers?.join()) return again;
  if (grip.fingers) return { ...again, otherwise: [...otherwise, { bar, fingers: grip.fingers }] };
  return first.fingers
    ? { ...again, grip, fingered, otherwise: [{ bar: firstBar, fingers: first.fingers }, ...otherwise] }
    : again;
}

const nameOf = ({ tuning, key }: Score, frets: GripFrets): Pick<PieceGrip, 'name' | 'functionName'> =>
  frets.some((fret) => fret !== null) ? nameGrip(tuning, frets, { key }) : { name: null, functionName: null };
