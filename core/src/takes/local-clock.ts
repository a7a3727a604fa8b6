import { median } from './numbers.ts';

/** A moment of the study and when it was played, both in seconds. */
export interface Anchor {
  readonly atS: number;
  readonly heardS: number;
}

/** How many anchors around a moment say how the time runs there. */
const around = 16;
const rounds = 4;

/** A straight line through what was played around a moment. */
export interface LocalLine {
  /** When the moment is due, in seconds of the take. */
  readonly dueS: number;
  /** Seconds of the take for one second of the study. */
  readonly pace: number;
}

/**
 * When a moment of the study was due, by the anchors nearest to it: a line by least squares with Tukey's biweight (Mosteller & Tukey 1977), so that a few strokes out of time do not
 * bend it, beginning with the middle slope. Undefined with fewer than three.
 */
export function lineAt(anchors: readonly Anchor[], atS: number): LocalLine | undefined {
  const near = nearest(anchors, atS);
  if (near.length < 3) return undefined;
  const reach = Math.max(...near.map((each) => Math.abs(each.atS - atS))) * 1.05 || 1;
  const byDistance = near.map((each) => (1 - (Math.abs(each.atS - atS) / reach) ** 3) ** 3);
  let weights = byDistance;
  let line = throughTheMiddle(near, atS) ?? fitted(near, weights, atS);
  for (let round = 0; round < rounds && line; round += 1) {
    const { dueS, pace } = line;
    const off = near.map(({ atS: at, heardS }) => heardS - (dueS + pace * (at - atS)));
    const usual = Math.max(0.004, median(off.map(Math.abs)));
    weights = byDistance.map((weight, index) => weight * biweight((off[index] ?? 0) / (5 * usual)));
    line = fitted(near, weights, atS) ?? line;
  }
  return line;
}

/** The line with the middle one of all slopes between two anchors (Theil 1950, Sen 1968): some strokes taken for others do not bend it, wherever they lie. */
function throughTheMiddle(anchors: readonly Anchor[], atS: number): LocalLine | undefined {
  const slopes = anchors.flatMap((a, index) =>
    anchors
      .slice(index + 1)
      .filter((b) => b.atS !== a.atS)
      .map((b) => (b.heardS - a.heardS) / (b.atS - a.atS)),
  );
  if (slopes.length === 0) return undefined;
  const pace = median(slopes);
  return { dueS: median(anchors.map((each) => each.heardS - pace * (each.atS - atS))), pace };
}

const biweight = (share: number): number => (Math.abs(share) >= 1 ? 0 : (1 - share * share) ** 2);

function nearest(anchors: readonly Anchor[], atS: number): Anchor[] {
  return [...anchors].sort((a, b) => Math.abs(a.atS - atS) - Math.abs(b.atS - atS)).slice(0, around);
}

function fitted(anchors: readonly Anchor[], weights: readonly number[], atS: number): LocalLine | undefined {
  let [sum, sumX, sumY, sumXX, sumXY] = [0, 0, 0, 0, 0];
  anchors.forEach((anchor, index) => {
    const weight = weights[index] ?? 0;
    const x = anchor.atS - atS;
    sum += weight;
    sumX += weight * x;
    sumY += weight * anchor.heardS;
    sumXX += weight * x * x;
    sumXY += weight * x * anchor.heardS;
  });
  const spread = sum * sumXX - sumX * sumX;
  if (spread <= 1e-9) return undefined;
  const pace = (sum * sumXY - sumX * sumY) / spread;
  return { dueS: (sumY - pace * sumX) / sum, pace };
}
