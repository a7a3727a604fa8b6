import {
  fingerGrip,
  gripChange,
  mediumHand,
  type FingeredGrip,
  type FrettingFinger,
} from '../hands/index.ts';
import { gripAt, type PlacedGrip, type Score, type Ticks } from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';

const thumb: FrettingFinger = 'T';
const known = new WeakMap<PlacedGrip, { readonly neck: string; readonly held: FingeredGrip | undefined }>();

/** The easiest way for a medium hand to hold a grip, its typed fingers kept; with the thumb over the edge only where it is typed or no hand holds it otherwise. */
export function heldAs(score: Score, grip: PlacedGrip): FingeredGrip | undefined {
  const neck = `${score.scaleMm} ${score.capo}`;
  const before = known.get(grip);
  if (before?.neck === neck) return before.held;
  const fingers = grip.fingers ?? [];
  const over = { ...mediumHand, thumbOver: true };
  const held = fingers.includes(thumb)
    ? fingerGrip(grip.frets, score, over, fingers)
    : (fingerGrip(grip.frets, score, mediumHand, fingers) ?? fingerGrip(grip.frets, score, over, fingers));
  known.set(grip, { neck, held });
  return held;
}

/** Whether a finger lies over three strings and more. */
export const isBarre = (held: FingeredGrip | undefined): boolean =>
  held?.presses.some(({ kind, strings }) => kind === 'barre' && strings.length > 2) ?? false;

/** Whether the fretting thumb comes over the edge of the neck. */
export const isThumbOver = (held: FingeredGrip | undefined): boolean =>
  held?.presses.some(({ finger }) => finger === thumb) ?? false;

/** The fretting hand takes another grip than the one before. */
export interface GripChangeFact {
  /** From 0. */
  readonly bar: number;
  readonly tick: Ticks;
  /** The longest way of a fingertip over the neck, in mm; 0 where fingers only land or lift. */
  readonly longestMm: number;
}

const changesKnown = new WeakMap<FingeredGrip, WeakMap<FingeredGrip, number>>();

/** The changes of grip in some bars. */
export const changesOf = (score: Score, bars: readonly number[]): GripChangeFact[] =>
  bars.flatMap((bar) =>
    (score.bars[bar]?.grips ?? []).flatMap((grip) => {
      const before = grip.tick > 0 ? gripAt(score, bar, grip.tick - 1) : gripAt(score, bar - 1, Infinity);
      if (!before || fretsText(before.frets) === fretsText(grip.frets)) return [];
      const [from, to] = [heldAs(score, before), heldAs(score, grip)];
      return [{ bar, tick: grip.tick, longestMm: from && to ? longestMm(from, to, score) : 0 }];
    }),
  );

function longestMm(from: FingeredGrip, to: FingeredGrip, score: Score): number {
  const after = changesKnown.get(from) ?? new WeakMap<FingeredGrip, number>();
  changesKnown.set(from, after);
  const mm = after.get(to) ?? Math.max(0, ...gripChange(from, to, score).moves.map((move) => move.travelMm));
  after.set(to, mm);
  return mm;
}
