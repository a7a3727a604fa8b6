/** Wide enough for any score, narrow enough that no input can exhaust a machine. */
export const scoreLimits = {
  bars: 400,
  notesPerBar: 128,
  gripsPerBar: 16,
  riffsPerBar: 16,
  /** UTF-16 units of a title, a name, a line. */
  textLength: 200,
  /** UTF-16 units of a comment. */
  commentLength: 2000,
  /** UTF-16 units of what is told of a phrase. */
  toldLength: 4000,
  fret: 24,
  sources: 12,
  patterns: 40,
  letStand: 400,
  /** Sections in the order of performance. */
  order: 64,
  /** Passages with more than one version, versions of one, and bars of a version. */
  passages: 24,
  versions: 6,
  versionBars: 32,
  /** UTF-16 units of what a version is called. */
  labelLength: 40,
  /** UTF-16 units of a form in numerals. */
  formLength: 1200,
} as const;
