import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { chord, frets, guitar } from '../testing/parsed.ts';
import { commonMoves, findGrips, fretsText } from './index.ts';

const std = guitar('std');
const forms = (symbol: string, openBass: 4 | 5 | 6, limit = 24) =>
  findGrips(chord(symbol), { instrument: std, hand: mediumHand, openBass, limit });

describe('forms over an open bass', () => {
  /** The D shape at the nut and its form from fret 5, A at the nut and from fret 5, E at the nut (common practice). */
  test.each([
    ['D', 4, ['xx0232', 'xx0775']],
    ['A', 5, ['x02220', 'x07655']],
    ['E', 6, ['022100']],
  ] as const)('%s over string %i has the forms everyone plays', (symbol, bass, wanted) => {
    const found = forms(symbol, bass, 60).map((grip) => fretsText(grip.frets));
    expect(found).toEqual(expect.arrayContaining([...wanted]));
  });
  test('property: the bass rings open, nothing thicker is played, every other string is of the chord', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('D', 'G', 'A7', 'Em', 'E', 'Bm'),
        fc.constantFrom<4 | 5 | 6>(4, 5, 6),
        (symbol, bass) => {
          const classes: Readonly<Record<string, number[]>> = {
            D: [2, 6, 9],
            G: [7, 11, 2],
            A7: [9, 1, 4, 7],
            Em: [4, 7, 11],
            E: [4, 8, 11],
            Bm: [11, 2, 6],
          };
          const open = [40, 45, 50, 55, 59, 64];
          for (const { frets: grip } of forms(symbol, bass)) {
            expect(grip.slice(0, 6 - bass).every((fret) => fret === null)).toBe(true);
            expect(grip[6 - bass]).toBe(0);
            grip.slice(7 - bass).forEach((fret, index) => {
              if (fret !== null)
                expect(classes[symbol]).toContain(((open[7 - bass + index] ?? 0) + fret) % 12);
            });
          }
        },
      ),
      { numRuns: 12 },
    ));
  test('a foreign bass is a drone: E over open A', () =>
    expect(forms('E', 5).map((grip) => fretsText(grip.frets))).toContain('x02100'));
});

describe('what a finger adds to a held chord', () => {
  /** D with its fourth, ninth and seventh on string 1 and 2; A with its sixth and fourth (common practice). */
  test.each([
    ['D', 'xx0232', ['1 3 4', '1 0 9', '2 1 b7', '2 2 7']],
    ['A', 'x02220', ['2 3 4', '2 0 9']],
  ] as const)('%s, %s', (symbol, grip, wanted) => {
    const moves = commonMoves(chord(symbol), frets(grip), std, mediumHand);
    const said = moves.map(({ string, fret, degree }) => `${string} ${fret} ${degree}`);
    expect(said).toEqual(expect.arrayContaining([...wanted]));
    expect(moves.every(({ string }) => string !== (symbol === 'D' ? 4 : 5))).toBe(true);
  });
});
