/**
 * What makes a tuning lie well or badly for a passage, in mm for each bar unless said otherwise: the same unit in which grips are weighed.
 * What is paid once is fitted on the passages of `testing/invented-passages.ts` and `checks/tuning-passages-fitted.txt`
 * (docs/models.md); the rest is from memory.
 */
export const tuningCosts = {
  /** A note that has no place under the hand. */
  impossible: 120,
  /** A thumb stroke that needs a fretting finger, and a melody note that does. */
  frettedBass: 8,
  frettedMelody: 2,
  /** A thumb stroke on a string of the fingers, or a melody note on a string of the thumb. */
  wrongSide: 10,
  /** A hammer-on, a pull-off or a slide whose notes lie on two strings. */
  brokenSlur: 60,
  /** A sounding note cut short because its string is needed. */
  cutNote: 8,
  /** Share of a shift's way along the neck, and of a stretch past what is comfortable. */
  shiftShare: 0.3,
  stretchShare: 1,
  /** Share of a note's distance from the nut. */
  heightShare: 0.02,
  /** Once the fingers are known: a finger that lands, one for a thumb note, and the share of what it holds there. */
  landing: 6,
  landingBass: 8,
  holdShare: 0.25,
  /** The way there, shown beside the rank and not summed into it: each semitone turned, each string turned, each string turned up. */
  semitone: 1,
  turnedString: 1,
  raisedString: 3,
  /** Once: each fret of capo, and each one past the fifth. */
  capoFret: 9,
  highCapoFret: 12,
  /** Once: the sounding key moved at all, and each semitone of it. */
  otherKey: 24,
  keySemitone: 3,
  /** Once: how few of I, IV and V have an open bass string, from all three to none. */
  familiarity: [46, 27, 12, 0],
  /** Once, for a tuning that spells a chord: a key on that chord's fourth or fifth degree, and any other. */
  besideHome: 19,
  awayFromHome: 77,
  /** Once: each open string that is no tone of the key’s own chord. */
  openOffChord: 1.8,
  /** Once, at most, for an everyday key whose grips are those of standard tuning. */
  everydayKey: 12,
  /** Once: each string whose frets are not where standard tuning has them, so that they must be learned. */
  strangeString: 6,
  /** Once: the guitar tuned away as a whole (from memory: as much as four strings). */
  tunedAway: 24,
  /** Once: each string above its standard pitch; players tune down and use a capo (common practice; the value is from memory). */
  raisedPitch: 9,
  /** Once: times the share of notes under a bottleneck, where no major or minor chord lies straight across the strings (from memory). */
  noChordAcross: 60,
  /** Once: times the share of the tune, and of the bass, that does not ring on open strings. */
  frettedTune: 35,
  heldBass: 10,
} as const;

/** Span along the neck that is comfortable for the whole hand, and the most it holds, in mm (finger 1 to 4, medium hand). */
export const comfortableSpanMm = 100;
export const largestSpanMm = 130;
