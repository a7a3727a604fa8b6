/**
 * Sets of strings by gauge, in thousandths of an inch from string 6 to string 1, `w` behind a wound one. Usual acoustic
 * sets (common practice); a teacher may write any other.
 */
export interface StringSet {
  readonly id: string;
  readonly name: string;
  readonly gauges: string;
}

export const stringSets: readonly StringSet[] = [
  { id: 'extra-light', name: 'Extra light, 10 to 47', gauges: '47w,39w,30w,23w,14,10' },
  { id: 'custom-light', name: 'Custom light, 11 to 52', gauges: '52w,42w,32w,22w,15,11' },
  { id: 'light', name: 'Light, 12 to 53', gauges: '53w,42w,32w,24w,16,12' },
  { id: 'medium', name: 'Medium, 13 to 56', gauges: '56w,45w,35w,26w,17,13' },
];

/** Density of plain steel wire in kg/m³ (handbook value for carbon steel). */
export const steelDensity = 7850;

/** Density of phosphor bronze in kg/m³ (handbook values for the 5 to 8 % tin alloys lie about 8800 to 8860). */
export const bronzeDensity = 8800;

/**
 * Steel core of a wound string by the overall gauge, both in thousandths of an inch: the first row whose `upTo` is not
 * passed. From memory and common practice: makers differ, so a wound string's figures are good to about 5 %.
 */
export const coreTable: readonly { readonly upTo: number; readonly core: number }[] = [
  { upTo: 22, core: 10 },
  { upTo: 26, core: 11 },
  { upTo: 30, core: 13 },
  { upTo: 36, core: 14 },
  { upTo: 47, core: 16 },
  { upTo: 60, core: 18 },
  { upTo: 80, core: 20 },
];
