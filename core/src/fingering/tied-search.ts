import { cheapestWay, leastCostMm, type LayeredSearch } from './layered-search.ts';

/** Moments at which a part of what is chosen must be the same. */
export interface Tie {
  /** Places in the list of moments, two or more. */
  readonly at: readonly number[];
  /** Which part of the choice: a note of the moment, from 0. */
  readonly part: number;
}

/** A search through moments, and how parts of its choices are told, listed and bound. */
export interface TiedProblem<Moment, State, Choice, Bound> {
  readonly ties: readonly Tie[];
  readonly search: (
    moments: readonly Moment[],
    before: LayeredSearch<Moment, State, Choice>,
  ) => Generator<number, LayeredSearch<Moment, State, Choice>>;
  readonly taken: (choice: Choice | undefined, part: number) => Bound;
  readonly isSame: (a: Bound, b: Bound) => boolean;
  /** Everything a part of a moment may be. */
  readonly every: (moment: Moment | undefined, part: number) => readonly Bound[];
  /** The moment with parts bound; those that are undefined stay free. */
  readonly bind: (moment: Moment, parts: readonly (Bound | undefined)[]) => Moment;
  /** After so many searches the best way found so far is taken, if it is not proved the cheapest by then. */
  readonly mostSearches: number;
  /** Whether a part may be bound to what was taken, where the cheapest way to be alike is not looked for any longer. */
  readonly mayBind: (bound: Bound) => boolean;
}

/** Moments, some of them bound, and the search through them. */
interface Tied<Moment, State, Choice> {
  readonly moments: readonly Moment[];
  readonly search: LayeredSearch<Moment, State, Choice>;
}

interface Node<Moment, State, Choice, Bound> extends Tied<Moment, State, Choice> {
  readonly bound: ReadonlyMap<Tie, Bound>;
  readonly costMm: number;
}

/**
 * The least-cost way on which all ties hold. `free` is the search without them: where it keeps them of itself it is the answer. Else branch
 * and bound: the first tie that does not hold is bound to each thing it may be in turn; a search with fewer parts bound never costs more, so
 * the first way that keeps every tie, taken cheapest first, is the cheapest.
 */
export function* searchTied<Moment, State, Choice, Bound>(
  moments: readonly Moment[],
  free: LayeredSearch<Moment, State, Choice>,
  problem: TiedProblem<Moment, State, Choice, Bound>,
): Generator<number, Tied<Moment, State, Choice>> {
  const open: Node<Moment, State, Choice, Bound>[] = [
    { bound: new Map(), moments, search: free, costMm: leastCostMm(free) },
  ];
  let searches = 0;
  for (;;) {
    const cheapest = open.reduce((best, node) => (node.costMm < best.costMm ? node : best));
    const broken = firstBroken(cheapest, problem);
    if (!broken) return cheapest;
    if (searches >= problem.mostSearches) return yield* bindAll(moments, cheapest, problem);
    open.splice(open.indexOf(cheapest), 1);
    for (const each of problem.every(moments[broken.at[0] ?? 0], broken.part)) {
      const bound = new Map(cheapest.bound).set(broken, each);
      const asked = withBounds(moments, bound, problem);
      const search = yield* problem.search(asked, cheapest.search);
      searches += 1;
      open.push({ bound, moments: asked, search, costMm: leastCostMm(search) });
    }
  }
}

const choicesOf = <Moment, State, Choice>(search: LayeredSearch<Moment, State, Choice>): Choice[] =>
  cheapestWay(search).map(({ choice }) => choice);

function firstBroken<Moment, State, Choice, Bound>(
  { search, bound }: Node<Moment, State, Choice, Bound>,
  { ties, taken, isSame }: TiedProblem<Moment, State, Choice, Bound>,
): Tie | undefined {
  const choices = choicesOf(search);
  return ties.find((tie) => {
    if (bound.has(tie)) return false;
    const [own, ...others] = tie.at.map((at) => taken(choices[at], tie.part));
    return own !== undefined && others.some((other) => !isSame(own, other));
  });
}

function withBounds<Moment, State, Choice, Bound>(
  moments: readonly Moment[],
  bound: ReadonlyMap<Tie, Bound>,
  { bind }: TiedProblem<Moment, State, Choice, Bound>,
): Moment[] {
  const parts = new Map<number, (Bound | undefined)[]>();
  for (const [{ at, part }, to] of bound)
    for (const each of at) {
      const own = parts.get(each) ?? [];
      own[part] = to;
      parts.set(each, own);
    }
  const asked = [...moments];
  for (const [at, own] of parts) {
    const moment = asked[at];
    if (moment !== undefined) asked[at] = bind(moment, own);
  }
  return asked;
}

/** Binds every tie to what most of its moments have: all ties hold, though not proved at the least cost. */
function* bindAll<Moment, State, Choice, Bound>(
  moments: readonly Moment[],
  found: Node<Moment, State, Choice, Bound>,
  problem: TiedProblem<Moment, State, Choice, Bound>,
): Generator<number, Tied<Moment, State, Choice>> {
  const choices = choicesOf(found.search);
  const bound = new Map<Tie, Bound>();
  for (const tie of problem.ties) {
    const taken = mostCommon(
      tie.at.map((at) => problem.taken(choices[at], tie.part)),
      problem.isSame,
    );
    if (taken !== undefined && problem.mayBind(taken)) bound.set(tie, taken);
  }
  const asked = withBounds(moments, bound, problem);
  return { moments: asked, search: yield* problem.search(asked, found.search) };
}

/** The first of the values that occur most often. */
function mostCommon<Value>(
  values: readonly Value[],
  isSame: (a: Value, b: Value) => boolean,
): Value | undefined {
  const count = (value: Value) => values.filter((other) => isSame(value, other)).length;
  return values.reduce<Value | undefined>(
    (best, each) => (best === undefined || count(each) > count(best) ? each : best),
    undefined,
  );
}
