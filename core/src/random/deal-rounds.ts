/** So many rounds of a pool, each in a new order: everything once a round, nothing twice running where there are two or more. */
export function dealRounds<T>(pool: readonly T[], rounds: number, random: () => number): T[] {
  const order: T[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const dealt = shuffled(pool, random);
    if (dealt.length > 1 && dealt[0] === order.at(-1)) dealt.push(...dealt.splice(0, 1));
    order.push(...dealt);
  }
  return order;
}

/** Fisher and Yates. */
function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const all = [...items];
  for (let last = all.length - 1; last > 0; last -= 1) {
    const other = Math.floor(random() * (last + 1));
    [all[last], all[other]] = [all[other] as T, all[last] as T];
  }
  return all;
}
