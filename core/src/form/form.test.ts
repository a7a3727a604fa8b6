import { describe, expect, test } from 'vitest';
import { openDocument, asDocument } from '../score/document/index.ts';
import { blankScore, validateScore } from '../score/index.ts';
import { barsOfForm, formTable, layForm, lengthsOf } from './index.ts';

const metre = { beats: 3, unit: 4 } as const;

describe('forms', () => {
  test.each(formTable.map((form) => [form.id, form] as const))(
    '%s lays as many bars as it has',
    (_, form) => {
      const score = layForm(blankScore({ title: 'Formed' }), lengthsOf(form), metre);
      expect(score.bars).toHaveLength(barsOfForm(form));
      expect(score.bars.every((bar) => bar.metre === metre)).toBe(true);
      expect(validateScore(score)).toEqual([]);
      expect(openDocument(asDocument(score)).ok).toBe(true);
    },
  );
  test('12 bars are 12 and A A B A is 32, its sections named where they begin (common practice)', () => {
    const of = (id: string) =>
      layForm(blankScore({ title: 'Formed' }), lengthsOf(formTable.find((form) => form.id === id)!), metre);
    expect(of('12-bar').bars).toHaveLength(12);
    expect(of('12-bar').bars.some(({ section }) => section)).toBe(false);
    expect(
      of('aaba').bars.flatMap(({ section }, index) => (section ? [`${index + 1} ${section.name}`] : [])),
    ).toEqual(['1 A', '9 A 2', '17 B', '25 A 3']);
  });
});
