import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { inHandWith, passesOf, practisedAt } from '../testing/passes.ts';
import { passAnswers, planFor, type InHand } from './index.ts';

const day = 24 * 3_600_000;
const learned = (id: string, daysAgo: number): InHand =>
  inHandWith(id, { passes: passesOf(daysAgo, 70, 'clean', 'clean', 'clean') });
const told = (all: readonly InHand[], minutes: number) =>
  planFor(all, minutes, practisedAt).blocks.map((block) =>
    'id' in block ? `${block.minutes} ${block.kind} ${block.id}` : `${block.minutes} ${block.kind}`,
  );

describe('the plan for the minutes there are', () => {
  test('the hardest first, a review after it, then the next', () => {
    const all = [
      learned('old', 9),
      inHandWith('going on'),
      inHandWith('late', { goalMs: practisedAt - day }),
      learned('fresh', 1),
    ];
    expect(told(all, 20)).toEqual(['12 work late', '2 review old', '6 work going on']);
    expect(told(all, 10)).toEqual(['8 work late', '2 review old']);
  });
  test('of two that go on, the one further from its goal comes first', () => {
    const near = inHandWith('near', { passes: passesOf(1, 65, 'clean') });
    expect(told([near, inHandWith('far')], 10)).toEqual(['5 work far', '5 work near']);
  });
  test('the least sure of what is learned first, and no more than a third of the time', () => {
    const all = [inHandWith('work'), learned('a', 5), learned('b', 40), learned('c', 12)];
    expect(told(all, 15)).toEqual(['11 work work', '2 review b', '2 review c']);
    expect(planFor(all, 15, practisedAt).leftOut).toBe(1);
  });
  test('with nothing to work at, all that is due; what is over is free', () => {
    expect(told([learned('a', 5), learned('b', 40)], 10)).toEqual(['2 review b', '2 review a', '6 free']);
    expect(told([], 10)).toEqual([]);
  });
  test('what hurt within three days rests, and is said; after that it comes last', () => {
    const sore = inHandWith('sore', { passes: passesOf(1, 60, 'hurts') });
    expect(planFor([sore, inHandWith('other')], 10, practisedAt)).toMatchObject({
      resting: ['sore'],
      blocks: [{ id: 'other' }],
    });
    const better = inHandWith('better', { passes: passesOf(6, 60, 'hurts'), goalMs: practisedAt - day });
    expect(told([better, inHandWith('other')], 10)).toEqual(['5 work other', '5 work better']);
  });
  test('hands rest before twenty-five minutes are over, half-way', () => {
    const all = ['a', 'b', 'c', 'd'].map((id) => inHandWith(id));
    expect(told(all, 45)).toEqual(['12 work a', '9 work b', '3 break', '3 work b', '12 work c', '6 work d']);
  });
  test('whatever is in hand, the minutes add up, none is left without something to do, and nobody plays on without a break', () => {
    const anyPass = fc.record({
      tempoBpm: fc.integer({ min: 50, max: 80 }),
      answer: fc.constantFrom(...passAnswers),
      daysAgo: fc.integer({ min: 0, max: 60 }),
    });
    const anyInHand = fc.array(fc.array(anyPass, { maxLength: 12 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(anyInHand, fc.integer({ min: 5, max: 240 }), (all, minutes) => {
        const given = all.map((each, index) =>
          inHandWith(`${index}`, {
            passes: each
              .map(({ daysAgo, ...pass }) => ({ ...pass, atMs: practisedAt - daysAgo * day }))
              .sort((a, b) => a.atMs - b.atMs),
          }),
        );
        const { blocks, resting } = planFor(given, minutes, practisedAt);
        if (blocks.length === 0) return;
        expect(blocks.reduce((sum, block) => sum + block.minutes, 0)).toBe(minutes);
        let since = 0;
        for (const block of blocks) {
          expect(block.minutes).toBeGreaterThan(0);
          since = block.kind === 'break' ? 0 : since + block.minutes;
          expect(since).toBeLessThanOrEqual(25);
          if ('id' in block) expect(resting).not.toContain(block.id);
        }
        expect(blocks.at(-1)?.kind).not.toBe('break');
      }),
    );
  });
});
