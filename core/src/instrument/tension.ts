import type { Hertz } from '../pitch/index.ts';
import { fail, ok, type Result } from '../fault/index.ts';
import { stringsLowToHigh, type StringNumber } from './strings.ts';

/** One string of a set: its diameter in mm, and whether it is wound. */
export interface StringGauge {
  readonly diameterMm: number;
  readonly isWound: boolean;
}

export type GaugeSet = ReadonlyMap<StringNumber, StringGauge>;

/** Density of plain steel wire in kg/m³ (handbook value for carbon steel). */
const steelDensity = 7850;
const mmPerInch = 25.4;

/**
 * Tension in newtons of a plain steel string: Mersenne's law, T = μ·(2·L·f)², with μ = ρ·π·d²/4. Undefined for a wound
 * string: its mass is not a matter of its diameter alone.
 */
export function plainTensionN(
  { diameterMm, isWound }: StringGauge,
  scaleMm: number,
  hz: Hertz,
): number | undefined {
  if (isWound) return undefined;
  const massPerMetre = (steelDensity * Math.PI * (diameterMm / 1000) ** 2) / 4;
  return massPerMetre * (2 * (scaleMm / 1000) * hz) ** 2;
}

const howToWrite = 'Write six gauges in thousandths of an inch, w behind a wound one: 12,16,24w,32w,42w,53w';

/** Reads a set of gauges from thin to thick or from thick to thin; the thickest is string 6. */
export function parseGauges(text: string): Result<GaugeSet> {
  const tokens = text
    .trim()
    .toLowerCase()
    .split(/[\s,-]+/);
  if (tokens.length !== 6) return fail(`A set has six strings, “${text}” names ${tokens.length}`, howToWrite);
  const gauges: StringGauge[] = [];
  for (const token of tokens) {
    const match = /^\.?0?(\d{1,2}(?:\.5)?)(w?)$/.exec(token);
    const thousandths = Number(match?.[1]);
    if (!match || thousandths < 7 || thousandths > 80) return fail(`“${token}” is not a gauge`, howToWrite);
    gauges.push({ diameterMm: (thousandths / 1000) * mmPerInch, isWound: match[2] === 'w' });
  }
  const thickFirst =
    (gauges[0]?.diameterMm ?? 0) > (gauges[5]?.diameterMm ?? 0) ? gauges : [...gauges].reverse();
  return ok(
    new Map(
      stringsLowToHigh.map((string, index) => [
        string,
        thickFirst[index] ?? { diameterMm: 0, isWound: true },
      ]),
    ),
  );
}
