import type { StringNumber } from '@jocund/core/instrument';

/** Vertical measures of one system in sheet units; every part of the drawing hangs from these. */
export const rows = {
  gripTop: 4,
  gripHeight: 54,
  stemTop: 74,
  stringTop: 106,
  stringGap: 19,
  callTop: 228,
  verbBase: 245,
  digitBase: 264,
  callBottom: 268,
  countBase: 285,
  bottom: 292,
} as const;

/** Room left of the first bar line for string numbers and names. */
export const gutter = 40;

export const plateSize = 18;

export const yOfString = (string: StringNumber): number => rows.stringTop + (string - 1) * rows.stringGap;

export const stringBottom = yOfString(6);

/** Strings are drawn as thick as they are: .7 for the thinnest to 2.05 for the thickest. */
export const stringWidth = (string: StringNumber): number => 0.7 + ((string - 1) * 1.35) / 5;
