/** A fretting finger: 1 index to 4 little finger, T the thumb over the edge of the neck. */
export type FrettingFinger = 1 | 2 | 3 | 4 | 'T';

export type HandSize = 'small' | 'medium' | 'large';

/** Two of the fingers 1 to 4, the lower first. */
export type FingerPair = '12' | '23' | '34' | '13' | '24' | '14';

export const fingerPairs: readonly FingerPair[] = ['12', '23', '34', '13', '24', '14'];

/** Length along the neck in mm between two fingers: without effort, and at most. */
export interface Span {
  readonly comfortableMm: number;
  readonly largestMm: number;
}

/** What a hand is taken to do. Settings, not a medical limit. */
export interface Hand {
  readonly size: HandSize;
  /** Whether the thumb may hold string 6 (rarely 5) over the edge of the neck. */
  readonly thumbOver: boolean;
  /** The finger that wears the bottleneck, if there is one: it presses nothing unless the teacher types it. */
  readonly glassFinger?: FrettingFinger | undefined;
  /** Spans measured on this hand, where they differ from the table of its size. */
  readonly spans?: Readonly<Partial<Record<FingerPair, Span>>> | undefined;
}

export const mediumHand: Hand = { size: 'medium', thumbOver: false };

/**
 * Spans of a medium hand for each pair of fingers (from memory, to be tuned; the form of the table follows the constraint
 * model of Radicioni & Lombardo and the biomechanical measures of Heijink & Meulenbroek, Journal of Motor Behavior 2002).
 */
const mediumSpans: Readonly<Record<FingerPair, Span>> = {
  '12': { comfortableMm: 45, largestMm: 70 },
  '23': { comfortableMm: 35, largestMm: 68 },
  '34': { comfortableMm: 35, largestMm: 68 },
  '13': { comfortableMm: 75, largestMm: 105 },
  '24': { comfortableMm: 70, largestMm: 100 },
  '14': { comfortableMm: 100, largestMm: 130 },
};

/** The thumb reaches this far along the neck from the nearest finger, either way, in a medium hand (from memory). */
export const thumbReachMm = 75;

/** How the table's spans are scaled (from memory: hand lengths differ by about a tenth either way). */
export const handScale: Readonly<Record<HandSize, number>> = { small: 0.9, medium: 1, large: 1.1 };

/** The span table of a hand: its own measures, else those of its size. */
export function spanTable({ size, spans = {} }: Hand): Record<FingerPair, Span> {
  const of = (pair: FingerPair): Span =>
    spans[pair] ?? {
      comfortableMm: mediumSpans[pair].comfortableMm * handScale[size],
      largestMm: mediumSpans[pair].largestMm * handScale[size],
    };
  return { '12': of('12'), '23': of('23'), '34': of('34'), '13': of('13'), '24': of('24'), '14': of('14') };
}

const noSpan: Span = { comfortableMm: 0, largestMm: 0 };
const pairNames: ReadonlyMap<number, FingerPair> = new Map(fingerPairs.map((pair) => [Number(pair), pair]));
const known = new WeakMap<Hand, Record<FingerPair, Span>>();

/** The span between two of the fingers 1 to 4, the lower first. */
export function spanOf(lower: number, higher: number, hand: Hand): Span {
  const pair = pairNames.get(10 * lower + higher);
  if (!pair) return noSpan;
  const table = known.get(hand) ?? spanTable(hand);
  known.set(hand, table);
  return table[pair];
}
