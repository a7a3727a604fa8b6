import { describe, expect, test } from 'vitest';
import { tuning } from '../testing/parsed.ts';
import {
  kilograms,
  neckPull,
  parseGauges,
  planRetuning,
  stringSets,
  stringTensionN,
  type GaugeSet,
  type StringGauge,
  type StringNumber,
} from './index.ts';

const gaugesOf = (text: string): GaugeSet => {
  const set = parseGauges(text);
  if (!set.ok) throw new Error(set.fault.reason);
  return set.value;
};
const gauge = (text: string, string: StringNumber): StringGauge => gaugesOf(text).get(string)!;
const pounds = (newtons: number) => newtons / 4.44822;
const light = '12,16,24w,32w,42w,53w';

describe('tension by Mersenne’s law, T = μ·(2Lf)²', () => {
  test('plain steel of 7850 kg/m³: .012 at E4 on 647.7 mm pulls about 23.3 pounds (string makers’ charts, from memory)', () => {
    expect(pounds(stringTensionN(gauge(light, 1), 647.7, 329.63))).toBeCloseTo(23.4, 0);
  });
  test('plain steel by hand: μ = 7850·π·(0.3048 mm)²/4 = 0.5728 g/m; at 330 Hz on 650 mm 105.4 N', () => {
    expect(stringTensionN(gauge(light, 1), 650, 330)).toBeCloseTo(0.0005728 * (1.3 * 330) ** 2, 1);
  });
  test.each([
    [3, 196, 30.2],
    [4, 146.83, 30.5],
    [5, 110, 29.9],
    [6, 82.41, 26],
  ] as const)(
    'wound string %i of a light set lies within 6 %% of makers’ charts (pounds on 647.7 mm, from memory)',
    (string, hz, chart) => {
      const ratio = pounds(stringTensionN(gauge(light, string), 647.7, hz)) / chart;
      expect(ratio).toBeGreaterThan(0.94);
      expect(ratio).toBeLessThan(1.06);
    },
  );
  test('goes with the square of frequency and scale, and of the diameter of a plain string', () => {
    const one = gauge(light, 1);
    const base = stringTensionN(one, 650, 200);
    expect(stringTensionN(one, 650, 400) / base).toBeCloseTo(4, 9);
    expect(stringTensionN(one, 325, 200) / base).toBeCloseTo(0.25, 9);
    expect(stringTensionN({ ...one, diameterMm: one.diameterMm * 2 }, 650, 200) / base).toBeCloseTo(4, 9);
  });
  test('a kilogram is 9.80665 N (CGPM 1901)', () => expect(kilograms(9.80665)).toBeCloseTo(1, 12));
});

describe('sets of strings', () => {
  test('the thickest is string 6 whichever way a set is written; a set is known by name', () => {
    expect(gauge('53w,42w,32w,24w,16,12', 1)).toEqual(gauge(light, 1));
    expect(gaugesOf('light')).toEqual(gaugesOf(light));
  });
  test('every shipped set can be read', () => {
    for (const { gauges } of stringSets) expect(parseGauges(gauges).ok).toBe(true);
  });
  test.each([
    '12,16,24w',
    '12,16,24w,32w,42w,rope',
    '1,2,3,4,5,6',
    '0,0,0,0,0,0',
    '12,16,9w,32w,42w,53w',
    '',
  ])('“%s” is refused', (text) => expect(parseGauges(text).ok).toBe(false));
});

describe('pull on the neck', () => {
  const pull = (from: string, to: string) =>
    neckPull(planRetuning(tuning(from), tuning(to)), gaugesOf('light'), 650);
  test('a light set in standard pulls about 75 kg on the neck (common practice: 70 to 80)', () => {
    const { beforeN, afterN } = pull('std', 'std');
    expect(afterN).toBe(beforeN);
    expect(kilograms(beforeN)).toBeGreaterThan(70);
    expect(kilograms(beforeN)).toBeLessThan(80);
  });
  test('two semitones down leave 79.4 %, one 89.1 %, two up make 126.0 % (common practice)', () => {
    const { strings } = pull('std', 'open-d');
    const ratio = (string: StringNumber) => {
      const found = strings.find((each) => each.string === string)!;
      return found.afterN / found.beforeN;
    };
    expect(ratio(6)).toBeCloseTo(0.794, 3);
    expect(ratio(3)).toBeCloseTo(0.891, 3);
    expect(ratio(4)).toBe(1);
    const back = pull('open-g', 'std').strings.find(({ string }) => string === 6)!;
    expect(back.afterN / back.beforeN).toBeCloseTo(1.26, 3);
  });
  test('the way there and back adds up to nothing', () => {
    const there = pull('std', 'open-g');
    const back = pull('open-g', 'std');
    expect(back.afterN).toBeCloseTo(there.beforeN, 9);
    expect(back.beforeN).toBeCloseTo(there.afterN, 9);
  });
});
