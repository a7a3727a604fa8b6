/** Strings as players count them: 1 is the thinnest and highest, 6 the thickest and lowest. */
export type StringNumber = 1 | 2 | 3 | 4 | 5 | 6;

/** Thinnest to thickest. */
export const stringNumbers: readonly StringNumber[] = [1, 2, 3, 4, 5, 6];

/** Thickest to thinnest: the order in which tunings and frets are written. */
export const stringsLowToHigh: readonly StringNumber[] = [6, 5, 4, 3, 2, 1];

export const isStringNumber = (value: number): value is StringNumber =>
  Number.isInteger(value) && value >= 1 && value <= 6;

/** Position of a string in anything written from string 6 to string 1. */
export const lowToHighIndex = (string: StringNumber): number => 6 - string;
