/** One way to have reached a moment: the state then, the least cost so far in mm, what was chosen, and from where. */
export interface Reached<State, Choice> {
  /** What distinguishes the state for all that follows. */
  readonly key: string;
  readonly state: State;
  readonly costMm: number;
  readonly choice: Choice;
  readonly from: string;
}

export type ReachedByKey<State, Choice> = ReadonlyMap<string, Reached<State, Choice>>;

/** Every state that can be reached at a moment. */
interface Layer<Moment, State, Choice> {
  readonly moment: Moment;
  readonly reached: ReachedByKey<State, Choice>;
  /** Added to every cost of the layer: a later run may find all of them dearer or cheaper by the same amount. */
  readonly addedMm: number;
}

/** A search that went through, kept so that the next one works out only what an edit can reach. */
export interface LayeredSearch<Moment, State, Choice> {
  readonly layers: readonly Layer<Moment, State, Choice>[];
  /** Moments worked out anew in this run. */
  readonly workedOut: number;
}

/** What a search has to know about its moments. */
export interface Layering<Moment, State, Choice> {
  readonly start: State;
  /** All states reached at a moment from those before it; `addedMm` goes on top of their costs. */
  readonly reach: (
    from: ReachedByKey<State, Choice>,
    addedMm: number,
    moment: Moment,
  ) => ReachedByKey<State, Choice>;
  /** Whether two moments ask the same at the same time. */
  readonly isSame: (a: Moment, b: Moment) => boolean;
  /** Whether states reached at two moments leave the same time to what follows: keys tell only how long ago something was. */
  readonly isSameTime: (a: Moment, b: Moment) => boolean;
}

/** Moments worked out between two reports. */
const momentsAStep = 8;

/**
 * Steps told as the part from one share to another of a longer work. Steps that begin again, as in a search that is run several
 * times, take half of what is left each time, so that the share never falls.
 */
export function* asPart<Answer>(
  steps: Generator<number, Answer>,
  from: number,
  to: number,
): Generator<number, Answer> {
  let [begin, end, last] = [from, to, 0];
  let step = steps.next();
  while (!step.done) {
    if (step.value < last) begin = end;
    if (step.value < last || last === 0) end = begin + (to - begin) / 2;
    last = step.value;
    yield begin + (end - begin) * step.value;
    step = steps.next();
  }
  return step.value;
}

/**
 * Least-cost paths by dynamic programming over the states of each moment. Two ways that lead to the same key are one, and only
 * the cheaper is kept. `before` is an earlier run with the same costs: its layers are used again up to the first change, and after each
 * change from the moment where all states cost evenly more or less than they did, up to the next. Yields the share done, 0 to 1, so that
 * a worker can report and stop.
 */
export function* searchLayers<Moment, State, Choice>(
  moments: readonly Moment[],
  { start, reach, isSame, isSameTime }: Layering<Moment, State, Choice>,
  before?: LayeredSearch<Moment, State, Choice>,
): Generator<number, LayeredSearch<Moment, State, Choice>> {
  const old = before?.layers ?? [];
  const same = (index: number, oldIndex: number): boolean => {
    const [a, b] = [moments[index], old[oldIndex]];
    return a !== undefined && b !== undefined && isSame(a, b.moment);
  };
  let kept = 0;
  while (kept < moments.length && same(kept, kept)) kept += 1;

  const layers: Layer<Moment, State, Choice>[] = old.slice(0, kept);
  let workedOut = 0;
  let from: ReachedByKey<State, Choice> =
    layers.at(-1)?.reached ??
    new Map([['', { key: '', state: start, costMm: 0, choice: undefined as Choice, from: '' }]]);
  let addedMm = layers.at(-1)?.addedMm ?? 0;
  while (layers.length < moments.length) {
    const index = layers.length;
    const moment = moments[index] as Moment;
    from = reach(from, addedMm, moment);
    addedMm = 0;
    workedOut += 1;
    if (workedOut % momentsAStep === 0) yield index / moments.length;
    layers.push({ moment, reached: from, addedMm: 0 });
    // What follows is compared from the end: an edit may have put moments in or taken some out.
    let oldIndex = old.length - moments.length + index;
    const counterpart = old[oldIndex];
    if (!counterpart || !isSameTime(moment, counterpart.moment) || !same(index + 1, oldIndex + 1)) continue;
    const difference = evenDifference(from, counterpart);
    if (difference === undefined) continue;
    for (let layer = old[++oldIndex]; layer && same(layers.length, oldIndex); layer = old[++oldIndex]) {
      addedMm = layer.addedMm + difference;
      from = layer.reached;
      layers.push({ ...layer, addedMm });
    }
  }
  return { layers, workedOut };
}

const closeEnoughMm = 1e-6;

/** By how much all costs of a layer differ from an earlier run's; undefined when the layers are not otherwise alike. */
function evenDifference<Moment, State, Choice>(
  reached: ReachedByKey<State, Choice>,
  old: Layer<Moment, State, Choice>,
): number | undefined {
  if (reached.size !== old.reached.size) return undefined;
  let difference: number | undefined;
  for (const [key, { costMm }] of reached) {
    const other = old.reached.get(key);
    if (!other) return undefined;
    const each = costMm - other.costMm - old.addedMm;
    if (difference !== undefined && Math.abs(each - difference) > closeEnoughMm) return undefined;
    difference ??= each;
  }
  return difference;
}

/** The cheapest way through, one entry a moment; shorter from the start when a moment cannot be reached. */
export function cheapestWay<Moment, State, Choice>({
  layers,
}: LayeredSearch<Moment, State, Choice>): Reached<State, Choice>[] {
  const way: Reached<State, Choice>[] = [];
  let next = cheapest(layers.at(-1)?.reached)?.key;
  for (let index = layers.length - 1; index >= 0 && next !== undefined; index -= 1) {
    const reached = layers[index]?.reached.get(next);
    if (!reached) break;
    way.push(reached);
    next = reached.from;
  }
  return way.reverse();
}

/** What the cheapest way costs, in mm; nothing for no moments. */
export function leastCostMm<Moment, State, Choice>({ layers }: LayeredSearch<Moment, State, Choice>): number {
  const last = layers.at(-1);
  return last ? (cheapest(last.reached)?.costMm ?? 0) + last.addedMm : 0;
}

function cheapest<State, Choice>(
  reached: ReachedByKey<State, Choice> | undefined,
): Reached<State, Choice> | undefined {
  let best: Reached<State, Choice> | undefined;
  for (const each of reached?.values() ?? []) if (!best || each.costMm < best.costMm) best = each;
  return best;
}
