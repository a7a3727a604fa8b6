import type { StringNumber } from '@jocund/core/instrument';

/** Vertical measures of one system in sheet units; every part of the drawing hangs from these. */
export const rows = {
  gripTop: 4,
  gripHeight: 54,
  stemTop: 82,
  stringTop: 114,
  stringGap: 19,
  callTop: 236,
  verbBase: 253,
  digitBase: 272,
  callBottom: 276,
  countBase: 293,
  bottom: 300,
} as const;

/** Room left of the first bar line for string numbers and names. */
export const gutter = 40;

export const plateSize = 18;

export const yOfString = (string: StringNumber): number => rows.stringTop + (string - 1) * rows.stringGap;

export const stringBottom = yOfString(6);

/** Strings are drawn as thick as they are: .7 for the thinnest to 2.05 for the thickest. */
export const stringWidth = (string: StringNumber): number => 0.7 + ((string - 1) * 1.35) / 5;
