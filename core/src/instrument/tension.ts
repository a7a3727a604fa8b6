import type { Hertz } from '../pitch/index.ts';
import { fail, ok, type Result } from '../fault/index.ts';
import { bronzeDensity, coreTable, steelDensity, stringSets } from './string-table.ts';
import { stringsLowToHigh, type StringNumber } from './strings.ts';

/** One string of a set: its overall diameter in mm, and whether it is wound. */
export interface StringGauge {
  readonly diameterMm: number;
  readonly isWound: boolean;
}

export type GaugeSet = ReadonlyMap<StringNumber, StringGauge>;

const mmPerInch = 25.4;
const thousandthMm = mmPerInch / 1000;

/** Standard acceleration of free fall in m/s² (CGPM 1901): what turns newtons into the kilograms players speak of. */
const standardGravity = 9.80665;

export const kilograms = (newtons: number): number => newtons / standardGravity;

/**
 * Mass of a metre of string in kg. Plain: ρ·π·d²/4. Wound: a steel core of diameter d under one layer of bronze wire of
 * diameter w = (D − d)/2, whose turns lie side by side: π·(d + w)/w metres of wire on each metre of string.
 */
function massPerMetreKg({ diameterMm, isWound }: StringGauge): number {
  const wire = (density: number, mm: number) => (density * Math.PI * (mm / 1000) ** 2) / 4;
  if (!isWound) return wire(steelDensity, diameterMm);
  const coreMm = coreOf(diameterMm);
  const wrapMm = (diameterMm - coreMm) / 2;
  return wire(steelDensity, coreMm) + wire(bronzeDensity, wrapMm) * ((Math.PI * (coreMm + wrapMm)) / wrapMm);
}

function coreOf(diameterMm: number): number {
  const thousandths = diameterMm / thousandthMm;
  const row = coreTable.find(({ upTo }) => thousandths <= upTo + 0.01) ?? coreTable.at(-1);
  return (row?.core ?? 0) * thousandthMm;
}

/** Tension in newtons of a string sounding at `hz` (Mersenne's law): T = μ·(2·L·f)². */
export const stringTensionN = (gauge: StringGauge, scaleMm: number, hz: Hertz): number =>
  massPerMetreKg(gauge) * (2 * (scaleMm / 1000) * hz) ** 2;

const howToWrite = 'Write six gauges in thousandths of an inch, w behind a wound one: 12,16,24w,32w,42w,53w';

/**
 * Reads a set by its name (`light`) or as six gauges from thin to thick or from thick to thin; the thickest is string 6.
 * A wound string thinner than 18 thousandths is not made.
 */
export function parseGauges(text: string): Result<GaugeSet> {
  const known = stringSets.find(({ id }) => id === text.trim().toLowerCase());
  const tokens = (known?.gauges ?? text)
    .trim()
    .toLowerCase()
    .split(/[\s,-]+/);
  if (tokens.length !== 6) return fail(`A set has six strings, “${text}” names ${tokens.length}`, howToWrite);
  const gauges: StringGauge[] = [];
  for (const token of tokens) {
    const match = /^\.?0?(\d{1,2}(?:\.5)?)(w?)$/.exec(token);
    const thousandths = Number(match?.[1]);
    const isWound = match?.[2] === 'w';
    if (!match || thousandths < (isWound ? 18 : 7) || thousandths > 80)
      return fail(`“${token}” is not a gauge`, howToWrite);
    gauges.push({ diameterMm: thousandths * thousandthMm, isWound });
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
