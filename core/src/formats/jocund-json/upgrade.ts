/** Makes a study as one version wrote it into what the next one writes; it may be handed anything and must not throw. */
export type UpgradeStep = (study: unknown) => unknown;

/** From the version named to the one after it. Version 1 is the first, and still the only one. */
export const upgradeSteps: Readonly<Record<number, UpgradeStep>> = {};

/** Brings a study up from the version it was written in, one step a version; a version without a step says the same as the next. */
export function upgrade(
  study: unknown,
  from: number,
  to: number,
  steps: Readonly<Record<number, UpgradeStep>> = upgradeSteps,
): unknown {
  let upgraded = study;
  for (let version = from; version < to; version += 1) upgraded = steps[version]?.(upgraded) ?? upgraded;
  return upgraded;
}
