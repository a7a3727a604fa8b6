import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { describeFault } from '../../fault/index.ts';
import { blankScore, writeNote } from '../../score/index.ts';
import { inventedScore } from '../../testing/invented.ts';
import { readScore, writeScore } from './index.ts';

const file = (
  change: (json: { version: number; format: string; score: ReturnType<typeof inventedScore> }) => unknown,
): string => JSON.stringify(change(JSON.parse(writeScore(inventedScore())) as never));
const refusal = (text: string): string => {
  const result = readScore(text);
  if (result.ok) throw new Error('was read');
  return describeFault(result.fault);
};

test('what is written reads back the same', () => {
  expect(readScore(writeScore(inventedScore()))).toEqual({ ok: true, value: inventedScore() });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(7), fc.nat(7), fc.constantFrom(1, 2, 3, 4, 5, 6 as const), fc.nat(20)), {
        maxLength: 30,
      }),
      (notes) => {
        const score = notes.reduce(
          (each, [bar, slot, string, fret]) =>
            writeNote(each, { bar, tick: slot * 480, string: string, voice: 'melody' }, fret, 480),
          blankScore({ title: 'Any' }),
        );
        expect(readScore(writeScore(score))).toEqual({ ok: true, value: score });
      },
    ),
  );
});

describe('a bad file is one clear sentence', () => {
  test('not JSON at all, or cut short', () => {
    expect(refusal('')).toMatch(/not JSON/);
    expect(refusal(writeScore(inventedScore()).slice(0, 300))).toMatch(/not JSON.*Jocund/);
  });
  test('JSON of something else', () => expect(refusal('[1, 2]')).toMatch(/not a Jocund score/));
  test('a newer version', () =>
    expect(refusal(file((json) => ({ ...json, version: 9 })))).toMatch(
      /version 9.*up to version 2.*newer Jocund/,
    ));
  test('a seventh string', () =>
    expect(
      refusal(
        file((json) => ({
          ...json,
          score: {
            ...json.score,
            tuning: { name: 'Seven', pitches: ['B1', 'E2', 'A2', 'D3', 'G3', 'B3', 'E4'] },
          },
        })),
      ),
    ).toMatch(/tuning pitches/));
  test('an unknown note name in the tuning', () =>
    expect(
      refusal(
        file((json) => ({
          ...json,
          score: { ...json.score, tuning: { name: 'Odd', pitches: ['E2', 'A2', 'Q3', 'G3', 'B3', 'E4'] } },
        })),
      ),
    ).toMatch(/string 4.*Q3/));
  test('a fret that no neck has, with its bar', () => {
    const text = file((json) => {
      const bar = json.score.bars[1]!;
      return {
        ...json,
        score: {
          ...json.score,
          bars: [json.score.bars[0], { ...bar, notes: [{ ...bar.notes[0], fret: 99 }] }],
        },
      };
    });
    expect(refusal(text)).toMatch(/^bar 2: .*notes number 1 fret/);
  });
  test('a field nobody knows is not silently dropped', () =>
    expect(refusal(file((json) => ({ ...json, score: { ...json.score, wings: 2 } })))).toMatch(/wings/));
});
