import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bestFirst } from './best-first.ts';

const rough = fc.record({ costMm: fc.integer({ min: 0, max: 50 }), more: fc.nat(20), drops: fc.boolean() });
interface Rough {
  readonly costMm: number;
  readonly more: number;
  readonly drops: boolean;
}
const workOut = ({ costMm, more, drops }: Rough) => (drops ? undefined : { costMm: costMm + more });

describe('best first', () => {
  test('items come in order of their full cost, every one that is not dropped exactly once', () => {
    fc.assert(
      fc.property(fc.array(rough), (items) => {
        const costs = [...bestFirst(items, workOut)].map(({ costMm }) => costMm);
        const all = items.filter(({ drops }) => !drops).map(({ costMm, more }) => costMm + more);
        expect(costs).toEqual(all.sort((a, b) => a - b));
      }),
    );
  });
  test('no item is worked out whose rough cost is past what was asked for', () => {
    fc.assert(
      fc.property(fc.array(rough, { minLength: 1 }), (items) => {
        const worked: number[] = [];
        const [first] = bestFirst(items, (item) => {
          worked.push(item.costMm);
          return workOut(item);
        });
        if (first) for (const costMm of worked) expect(costMm).toBeLessThanOrEqual(first.costMm);
      }),
    );
  });
});
