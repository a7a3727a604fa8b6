import { expect, test } from 'vitest';
import { scoreVersion } from './envelope.ts';
import { upgrade, upgradeSteps } from './upgrade.ts';

const rename = (score: unknown) => ({ ...(score as object), title: 'renamed' });
const mark = (score: unknown) => ({ ...(score as object), marked: true });

test('a score climbs from its own version, one step after the other', () => {
  const steps = { 1: rename, 3: mark };
  expect(upgrade({ title: 'old' }, 1, 4, steps)).toEqual({ title: 'renamed', marked: true });
  expect(upgrade({ title: 'old' }, 2, 4, steps)).toEqual({ title: 'old', marked: true });
  expect(upgrade({ title: 'old' }, 4, 4, steps)).toEqual({ title: 'old' });
});
test('no step leads beyond the version that is written', () =>
  expect(Object.keys(upgradeSteps).every((version) => Number(version) < scoreVersion)).toBe(true));
