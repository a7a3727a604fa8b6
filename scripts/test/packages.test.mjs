import { expect, test } from 'vitest';
import { matchesLockfile } from '../lib/packages.mjs';

const wanted = {
  '': { version: '1.0.0' },
  core: { version: '0.1.0' },
  'node_modules/a': { version: '1.2.0', integrity: 'x' },
  'node_modules/for-another-machine': { version: '3.0.0', integrity: 'y', optional: true },
};
const installed = { 'node_modules/a': wanted['node_modules/a'] };

test('what npm has put in place matches the lockfile, however it was called; packages for another machine may be missing', () => {
  expect(matchesLockfile(wanted, installed)).toBe(true);
});
test('a missing package, another version or another content is installed anew', () => {
  expect(matchesLockfile(wanted, {})).toBe(false);
  expect(matchesLockfile(wanted, undefined)).toBe(false);
  for (const other of [{ version: '1.3.0' }, { integrity: 'z' }])
    expect(matchesLockfile(wanted, { 'node_modules/a': { ...wanted['node_modules/a'], ...other } })).toBe(
      false,
    );
});
