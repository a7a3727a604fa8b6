import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { describeFault } from '../../fault/index.ts';
import { blankStudy, writeNote } from '../../score/index.ts';
import { inventedStudy } from '../../testing/invented.ts';
import { readStudy, writeStudy } from './index.ts';

const file = (
  change: (json: { version: number; format: string; study: ReturnType<typeof inventedStudy> }) => unknown,
): string => JSON.stringify(change(JSON.parse(writeStudy(inventedStudy())) as never));
const refusal = (text: string): string => {
  const result = readStudy(text);
  if (result.ok) throw new Error('was read');
  return describeFault(result.fault);
};

test('what is written reads back the same', () => {
  expect(readStudy(writeStudy(inventedStudy()))).toEqual({ ok: true, value: inventedStudy() });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(7), fc.nat(7), fc.constantFrom(1, 2, 3, 4, 5, 6 as const), fc.nat(20)), {
        maxLength: 30,
      }),
      (notes) => {
        const study = notes.reduce(
          (each, [bar, slot, string, fret]) =>
            writeNote(each, { bar, tick: slot * 480, string: string, voice: 'melody' }, fret, 480),
          blankStudy({ title: 'Any' }),
        );
        expect(readStudy(writeStudy(study))).toEqual({ ok: true, value: study });
      },
    ),
  );
});

describe('a bad file is one clear sentence', () => {
  test('not JSON at all, or cut short', () => {
    expect(refusal('')).toMatch(/not JSON/);
    expect(refusal(writeStudy(inventedStudy()).slice(0, 300))).toMatch(/not JSON.*Jocund/);
  });
  test('JSON of something else', () => expect(refusal('[1, 2]')).toMatch(/not a Jocund study/));
  test('a newer version', () =>
    expect(refusal(file((json) => ({ ...json, version: 9 })))).toMatch(
      /version 9.*up to version 1.*newer Jocund/,
    ));
  test('a seventh string', () =>
    expect(
      refusal(
        file((json) => ({
          ...json,
          study: {
            ...json.study,
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
          study: { ...json.study, tuning: { name: 'Odd', pitches: ['E2', 'A2', 'Q3', 'G3', 'B3', 'E4'] } },
        })),
      ),
    ).toMatch(/string 4.*Q3/));
  test('a fret that no neck has, with its bar', () => {
    const text = file((json) => {
      const bar = json.study.bars[1]!;
      return {
        ...json,
        study: {
          ...json.study,
          bars: [json.study.bars[0], { ...bar, notes: [{ ...bar.notes[0], fret: 99 }] }],
        },
      };
    });
    expect(refusal(text)).toMatch(/^bar 2: .*notes number 1 fret/);
  });
  test('a field nobody knows is not silently dropped', () =>
    expect(refusal(file((json) => ({ ...json, study: { ...json.study, wings: 2 } })))).toMatch(/wings/));
});
