import type { Bar } from '../score/index.ts';

/** What a bar plays and is held by: what belongs to its place in the piece, section, comment, own words, sung words, pickup, repeats, endings and what its riffs follow, stays there. */
export const withoutPlace = ({
  section: _,
  comment: __,
  told: _________,
  pickup: ___,
  repeatStart: ____,
  repeatTimes: _____,
  endings: ______,
  sung: _______,
  riffs: ________,
  ...bar
}: Bar): Bar => bar;
