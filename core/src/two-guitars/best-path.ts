/** A way through columns of choices, one from each, and what it costs. */
export interface BestPath<Choice> {
  readonly path: readonly Choice[];
  readonly cost: number;
}

/**
 * The cheapest way through columns: every choice costs by itself, and by the choice before it. Exact (dynamic programming over all choices);
 * of equal ways the one whose choices come first. Undefined where a column is empty.
 */
export function bestPath<Choice>(
  columns: readonly (readonly Choice[])[],
  cost: (choice: Choice, column: number) => number,
  move: (from: Choice, to: Choice, column: number) => number,
): BestPath<Choice> | undefined {
  let ways: readonly Way<Choice>[] = [];
  for (const [column, choices] of columns.entries()) {
    ways = choices.map((choice) => {
      const own = cost(choice, column);
      if (column === 0) return { choice, cost: own, before: undefined };
      let best: Way<Choice> | undefined;
      for (const before of ways) {
        const reached = before.cost + move(before.choice, choice, column) + own;
        if (!best || reached < best.cost - 1e-9) best = { choice, cost: reached, before };
      }
      return best ?? { choice, cost: Infinity, before: undefined };
    });
    if (ways.length === 0) return undefined;
  }
  let last: Way<Choice> | undefined;
  for (const way of ways) if (!last || way.cost < last.cost - 1e-9) last = way;
  const path: Choice[] = [];
  for (let way = last; way; way = way.before) path.unshift(way.choice);
  return { path, cost: last?.cost ?? 0 };
}

interface Way<Choice> {
  readonly choice: Choice;
  readonly cost: number;
  readonly before: Way<Choice> | undefined;
}
