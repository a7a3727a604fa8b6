/** A fretting finger: 1 index to 4 little finger, T the thumb over the edge of the neck. */
export type FrettingFinger = 1 | 2 | 3 | 4 | 'T';

export type HandSize = 'small' | 'medium' | 'large';

/** What a hand is taken to do. Settings, not a medical limit. */
export interface Hand {
  readonly size: HandSize;
  /** Whether the thumb may hold string 6 (rarely 5) over the edge of the neck. */
  readonly thumbOver: boolean;
}

export const mediumHand: Hand = { size: 'medium', thumbOver: false };

/** Length along the neck in mm between two fingers: without effort, and at most. */
export interface Span {
  readonly comfortableMm: number;
  readonly largestMm: number;
}

/**
 * Spans of a medium hand for each pair of fingers (from memory, to be tuned; the form of the table follows the constraint
 * model of Radicioni & Lombardo and the biomechanical measures of Heijink & Meulenbroek, Journal of Motor Behavior 2002).
 */
const mediumSpans: Readonly<Record<string, Span>> = {
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

const noSpan: Span = { comfortableMm: 0, largestMm: 0 };

/** The table for one size of hand, by 10 × lower finger + higher finger. */
const spansFor = (size: HandSize): ReadonlyMap<number, Span> =>
  new Map(
    Object.entries(mediumSpans).map(([pair, { comfortableMm, largestMm }]) => [
      Number(pair),
      { comfortableMm: comfortableMm * handScale[size], largestMm: largestMm * handScale[size] },
    ]),
  );

const spans: Readonly<Record<HandSize, ReadonlyMap<number, Span>>> = {
  small: spansFor('small'),
  medium: spansFor('medium'),
  large: spansFor('large'),
};

/** The span between two of the fingers 1 to 4, the lower first. */
export const spanOf = (lower: number, higher: number, size: HandSize): Span =>
  spans[size].get(10 * lower + higher) ?? noSpan;
