import { expect, test } from 'vitest';
import { begun, finished, within } from './index.ts';

function* counting(done: number[]): Generator<number, string> {
  for (const share of [0.25, 0.5, 0.75]) {
    done.push(share);
    yield share;
  }
  return 'all of it';
}

test('the shares of a part lie within those of the whole', () => {
  const steps = within(0.2, 0.6, counting([]));
  expect([...steps].map((share) => share.toFixed(2))).toEqual(['0.30', '0.40', '0.50']);
  expect(finished(within(0, 1, counting([])))).toBe('all of it');
});

test('what is begun has taken its first step at once, and goes on from there', () => {
  const done: number[] = [];
  const rest = begun(counting(done));
  expect(done).toEqual([0.25]);
  expect(rest.next()).toEqual({ done: false, value: 0.25 });
  expect(done).toEqual([0.25]);
  expect(finished(rest)).toBe('all of it');
  expect(done).toEqual([0.25, 0.5, 0.75]);
});
