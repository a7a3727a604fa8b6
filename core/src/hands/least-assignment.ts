/** What two choices cost together, by the option of the first and of the second. */
export interface PairCost {
  readonly first: number;
  readonly second: number;
  readonly cost: readonly (readonly number[])[];
}

/** A cost that hangs on the options of some choices; one entry for each way to take them, the last choice running fastest. */
interface Factor {
  readonly of: readonly number[];
  readonly table: readonly number[];
}

/**
 * One option for each of several choices so that all costs together are least, exactly: choices are taken out one by one, the one that
 * hangs on the fewest others first, and what is best of it is kept for every way to take those (bucket elimination, Dechter, Artificial
 * Intelligence 1999). `alone` holds the cost of each option of each choice; every choice has an option. Fast where few choices hang
 * together, as the grips of a piece do.
 */
export function leastAssignment(alone: readonly (readonly number[])[], pairs: readonly PairCost[]): number[] {
  const sizes = alone.map(({ length }) => length);
  let factors: Factor[] = [
    ...alone.map((table, choice) => ({ of: [choice], table })),
    ...pairs.map(({ first, second, cost }) => ({ of: [first, second], table: cost.flat() })),
  ];
  const left = new Set(alone.keys());
  const taken: {
    readonly choice: number;
    readonly others: readonly number[];
    readonly best: readonly number[];
  }[] = [];
  while (left.size > 0) {
    const choice = loosest(left, factors);
    const here = factors.filter(({ of }) => of.includes(choice));
    const others = [...new Set(here.flatMap(({ of }) => of))].filter((each) => each !== choice);
    const best: number[] = [];
    const table: number[] = [];
    for (const options of everyWay(others.map((each) => sizes[each] ?? 0))) {
      const chosen = new Map(others.map((each, index) => [each, options[index] ?? 0]));
      let least = { option: 0, cost: Infinity };
      for (let option = 0; option < (sizes[choice] ?? 0); option += 1) {
        chosen.set(choice, option);
        const cost = here.reduce((sum, factor) => sum + valueOf(factor, chosen, sizes), 0);
        if (cost < least.cost) least = { option, cost };
      }
      best.push(least.option);
      table.push(least.cost);
    }
    taken.push({ choice, others, best });
    left.delete(choice);
    factors = [...factors.filter((factor) => !here.includes(factor)), { of: others, table }];
  }
  const chosen = new Map<number, number>();
  for (const { choice, others, best } of taken.reverse())
    chosen.set(choice, best[indexOf(others, chosen, sizes)] ?? 0);
  return alone.map((_, choice) => chosen.get(choice) ?? 0);
}

/** The choice that hangs on the fewest others; the first of equals. */
function loosest(left: ReadonlySet<number>, factors: readonly Factor[]): number {
  let found = { choice: -1, others: Infinity };
  for (const choice of left) {
    const others = new Set(factors.filter(({ of }) => of.includes(choice)).flatMap(({ of }) => of)).size;
    if (others < found.others) found = { choice, others };
  }
  return found.choice;
}

/** Every way to take an option of each choice, the last running fastest; one empty way for no choices. */
const everyWay = (sizes: readonly number[]): number[][] =>
  sizes.reduce<number[][]>(
    (ways, size) => ways.flatMap((way) => Array.from({ length: size }, (_, option) => [...way, option])),
    [[]],
  );

const indexOf = (
  of: readonly number[],
  chosen: ReadonlyMap<number, number>,
  sizes: readonly number[],
): number => of.reduce((index, each) => index * (sizes[each] ?? 1) + (chosen.get(each) ?? 0), 0);

const valueOf = (
  { of, table }: Factor,
  chosen: ReadonlyMap<number, number>,
  sizes: readonly number[],
): number => table[indexOf(of, chosen, sizes)] ?? 0;
