import type { Score } from '../../score/index.ts';
import { gradeScore, type Grade } from '../grade.ts';
import type { GradeWeights } from '../features.ts';
import { fittedWeights } from '../weights.ts';
import { mostDegrees, reduceScore, withoutLooseSlurs, type Degrees, type Reduced } from './apply.ts';
import { lossFrom, type Loss } from './loss.ts';
import { doneIn, knownFaults, newFaults, withWrittenLengths } from './mend.ts';
import type { Reduction, ReductionKind } from './reduction.ts';

/** An easier version, what was given up for it, and what stands in the way where it is not easy enough. */
export interface Simplified {
  readonly score: Score;
  readonly grade: Grade;
  /** In the order of the music. */
  readonly reductions: readonly Reduction[];
  readonly loss: Loss;
  /** The reason that weighs most where the wanted points were not reached. */
  readonly hurdle: string | undefined;
}

export interface SimplifySettings {
  /** Grade points not to be passed; 1 to 8. */
  readonly points: number;
  /** Reductions that are refused, by their ids. */
  readonly refused?: readonly string[];
  /** Kinds that are not to be used at all. */
  readonly without?: readonly ReductionKind[];
  readonly weights?: GradeWeights;
}

/** Levels are rounded, so the points may still lie above when the exact ones do not. */
const nearlyThere = 0.3;
/** A step that wins less is none. */
const leastWon = 0.005;

/**
 * The easier version that loses least, as found step by step: what costs least music for each grade point won goes first, one kind by one degree at a time, until the wanted points are reached;
 * then each single thing is put back, dearest first, where the points allow it. What would ask of the hands something the piece did not ask is not done. Steps are yielded, so that a worker can be stopped between them; each is one grade taken.
 */
export function* simplifySteps(score: Score, settings: SimplifySettings): Generator<number, Simplified> {
  const { points, refused = [], without = [], weights = fittedWeights } = settings;
  const kept = new Set(refused);
  const gradeOf = (each: Score) => gradeScore(each, weights);
  const lossOf = lossFrom(score);
  let degrees: Degrees = {};
  const start = gradeOf(score);
  let now = { points: start.points, exact: start.exact, loss: 0 };
  const kinds = (Object.keys(mostDegrees) as ReductionKind[]).filter((kind) => !without.includes(kind));
  while (now.points > points) {
    let best:
      | {
          readonly degrees: Degrees;
          readonly points: number;
          readonly exact: number;
          readonly loss: number;
          readonly price: number;
        }
      | undefined;
    for (const kind of kinds) {
      // A degree that wins nothing by itself may with the next one.
      for (let degree = (degrees[kind] ?? 0) + 1; degree <= (mostDegrees[kind] ?? 0); degree += 1) {
        const tried: Degrees = { ...degrees, [kind]: degree };
        const easier = reduceScore(score, tried, kept).score;
        const reached = gradeOf(easier);
        yield progress(start.points, now.points, points);
        const won = now.exact - Math.max(reached.exact, points - nearlyThere);
        if (won < leastWon) continue;
        const loss = lossOf(easier).total;
        const price = (loss - now.loss) / won;
        if (!best || price < best.price)
          best = { degrees: tried, points: reached.points, exact: reached.exact, loss, price };
        break;
      }
    }
    if (!best) break;
    ({ degrees } = best);
    now = best;
  }
  const back = yield* putBack(score, {
    degrees,
    kept,
    points: Math.max(points, now.points),
    gradeOf,
    lossOf,
  });
  const { score: easier, reductions } = soundlyReduced(score, degrees, back);
  const grade = gradeScore(easier, weights);
  const order = [...reductions].sort((a, b) => a.bar - b.bar || a.tick - b.tick);
  return {
    score: easier,
    grade,
    reductions: order,
    loss: lossOf(easier),
    hurdle: grade.points > points ? grade.dimensions[0]?.name : undefined,
  };
}

/** The score reduced, with no fault that it had not before: first what lasts longer is shortened again, then what was done in the bars at fault is left undone. */
function soundlyReduced(score: Score, degrees: Degrees, kept: ReadonlySet<string>): Reduced {
  const known = knownFaults(score);
  let undone = kept;
  for (;;) {
    const { score: reduced, reductions } = reduceScore(score, degrees, undone);
    const easier = withoutLooseSlurs(reduced);
    const faulty = newFaults(known, easier);
    if (faulty.size === 0) return { score: easier, reductions };
    const shorter = withWrittenLengths(score, easier, faulty);
    const stillFaulty = newFaults(known, shorter);
    const ids = doneIn(reductions, stillFaulty);
    if (ids.length === 0) return { score: shorter, reductions };
    undone = new Set([...undone, ...ids]);
  }
}

interface PutBack {
  readonly degrees: Degrees;
  readonly kept: ReadonlySet<string>;
  readonly points: number;
  readonly gradeOf: (score: Score) => Grade;
  readonly lossOf: (easier: Score) => Loss;
}

/** Ids that need not be reduced after all, with those that must not be. */
function* putBack(
  score: Score,
  { degrees, kept, points, gradeOf, lossOf }: PutBack,
): Generator<number, ReadonlySet<string>> {
  const { score: easier, reductions } = reduceScore(score, degrees, kept);
  const all = lossOf(easier).total;
  const gains = reductions.map(({ id }) => {
    const without = reduceScore(score, degrees, new Set([...kept, id])).score;
    return { id, gain: all - lossOf(without).total };
  });
  let back: ReadonlySet<string> = kept;
  for (const { id, gain } of gains.sort((a, b) => b.gain - a.gain)) {
    if (gain < 0) continue;
    const tried = new Set([...back, id]);
    if (gradeOf(reduceScore(score, degrees, tried).score).points <= points) back = tried;
    yield 1;
  }
  return back;
}

/** From 0 to 1. */
const progress = (start: number, now: number, wanted: number): number =>
  start <= wanted ? 1 : Math.min(1, (start - now) / (start - wanted));

/** Runs to the end. */
export function simplify(score: Score, settings: SimplifySettings): Simplified {
  const steps = simplifySteps(score, settings);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
