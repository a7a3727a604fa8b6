import { expect, test } from 'vitest';
import { qrModules, qrPath } from './index.ts';

const link = 'https://studio.example/practice/00000000-0000-4000-8000-000000000019';

test('has the three finders and the timing row that ISO/IEC 18004 asks for', () => {
  const rows = qrModules(link);
  const finder = ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'];
  const at = (top: number, left: number) =>
    finder.map((_, y) =>
      rows[top + y]!.slice(left, left + 7)
        .map(Number)
        .join(''),
    );
  const far = rows.length - 7;
  expect(at(0, 0)).toEqual(finder);
  expect(at(0, far)).toEqual(finder);
  expect(at(far, 0)).toEqual(finder);
  expect(rows[6]!.slice(8, -8).every((dark, index) => dark === (index % 2 === 0))).toBe(true);
  expect((rows.length - 17) % 4).toBe(0);
});
test('the path covers as many modules as are dark, within the quiet zone', () => {
  const rows = qrModules(link);
  const side = rows.length + 8;
  const covered = [...qrPath(link, side).matchAll(/M(\d+) (\d+) H(\d+) V/g)].map(([, left, top, right]) => {
    expect(Number(left)).toBeGreaterThanOrEqual(4);
    expect(Number(top)).toBeGreaterThanOrEqual(4);
    expect(Number(right)).toBeLessThanOrEqual(side - 4);
    return Number(right) - Number(left);
  });
  expect(covered.reduce((sum, each) => sum + each, 0)).toBe(rows.flat().filter(Boolean).length);
});
