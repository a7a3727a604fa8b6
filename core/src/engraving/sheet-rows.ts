import type { StringNumber } from '../instrument/index.ts';

/** Vertical measures of one system in sheet units; every part of the drawing hangs from these. */
export interface SheetRows {
  /** Section names, endings, tempo: only where the system has any. */
  readonly headBase: number;
  readonly gripTop: number;
  /** Highest line of the staff, where the system has one. */
  readonly staffTop: number;
  readonly stemTop: number;
  readonly stringTop: number;
  readonly stringGap: number;
  /** Base line of what is written under string 6: ranges, dynamics of the thumb. */
  readonly underBase: number;
  readonly callTop: number;
  readonly verbBase: number;
  readonly digitBase: number;
  readonly callBottom: number;
  readonly countBase: number;
  /** Sung words: only where the system has any. */
  readonly lyricBase: number;
  /** Pitches of the singer where they are not the guitar's: only where the system has any. */
  readonly sungBase: number;
  readonly bottom: number;
}

const headHeight = 24;
/** From one line of a head to the next. */
export const headLineHeight = 17;
const lyricHeight = 17;
const sungHeight = 16;
/** From the grips to the stems of the tab: a staff with room for its ledger lines, high and low. */
const staffHeight = 148;
/** What the six strings take that is not there without them. */
const stringsHeight = 108;
/** Room over the staff's highest line: to the A at fret 17 of string 1. */
const staffRoom = 46;

/** The call line: verbs over strings. */
const callHeight = 40;

/** What a system needs room for beside grips, strings, call and count. */
export interface RowNeeds {
  /** Lines of section names and tempos: none to two. */
  readonly headLines: number;
  readonly lyrics: boolean;
  readonly sungPitches: boolean;
  readonly staff: boolean;
  /** Whether the six strings are drawn. */
  readonly tab: boolean;
  /** Whether the call line is written. */
  readonly call: boolean;
}

/** The rows of a system that has, or has not, a head, sung words and a singer's own pitches. */
export function rowsFor({ headLines, lyrics, sungPitches, staff, tab, call }: RowNeeds): SheetRows {
  const first = headLines === 0 ? 0 : headHeight + (headLines - 1) * headLineHeight;
  const top = first + (staff ? staffHeight : 0);
  const strings = tab ? 0 : -stringsHeight;
  const under = top + strings + (call ? callHeight : 0);
  return {
    headBase: 15,
    gripTop: first + 4,
    staffTop: first + 72 + staffRoom,
    stemTop: top + 82,
    stringTop: top + 114,
    stringGap: 19,
    underBase: top + strings + 226,
    callTop: top + strings + 236,
    verbBase: top + strings + 253,
    digitBase: top + strings + 272,
    callBottom: under + 236,
    countBase: under + 253,
    lyricBase: under + 269,
    sungBase: under + 285,
    bottom: under + 260 + (lyrics ? lyricHeight : 0) + (sungPitches ? sungHeight : 0),
  };
}

/** Room left of the first bar line for string numbers and names. */
export const gutter = 40;

export const plateSize = 18;

export const yOfString = (rows: SheetRows, string: StringNumber): number =>
  rows.stringTop + (string - 1) * rows.stringGap;

/** Strings are drawn as thick as they are: .7 for the thinnest to 2.05 for the thickest. */
export const stringWidth = (string: StringNumber): number => 0.7 + ((string - 1) * 1.35) / 5;
