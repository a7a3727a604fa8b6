/** Makes a score as one version wrote it into what the next one writes; it may be handed anything and must not throw. */
export type UpgradeStep = (score: unknown) => unknown;

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Bars get ids, and queries that were let stand name their bar by its id instead of its number. The ids are made of the numbers, so
 * that every reading of one old row gives its bars the same.
 */
function nameBars(score: unknown): unknown {
  if (!isFields(score) || !Array.isArray(score.bars)) return score;
  const idAt = (number: unknown) => `bar-${String(number)}`;
  const bars = (score.bars as unknown[]).map((bar, index) =>
    isFields(bar) ? { ...bar, id: idAt(index + 1) } : bar,
  );
  if (!Array.isArray(score.letStand)) return { ...score, bars };
  const letStand = (score.letStand as unknown[])
    .filter((each) => isFields(each) && typeof each.bar === 'number' && each.bar <= bars.length)
    .map((each) => ({ ...(each as Fields), bar: idAt((each as Fields).bar) }));
  return { ...score, bars, letStand };
}

/** From the version named to the one after it. */
export const upgradeSteps: Readonly<Record<number, UpgradeStep>> = { 1: nameBars };

/** Brings a score up from the version it was written in, one step a version; a version without a step says the same as the next. */
export function upgrade(
  score: unknown,
  from: number,
  to: number,
  steps: Readonly<Record<number, UpgradeStep>> = upgradeSteps,
): unknown {
  let upgraded = score;
  for (let version = from; version < to; version += 1) upgraded = steps[version]?.(upgraded) ?? upgraded;
  return upgraded;
}
