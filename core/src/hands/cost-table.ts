/**
 * What makes a grip hard to hold, each weighed in millimetres of stretch: a grip that costs 30 is about as hard as reaching
 * 30 mm past what is comfortable. First estimates from memory and common practice (barres, the little finger and two
 * strings under one tip are what players name as hard); compare Radicioni & Lombardo's and Heijink & Meulenbroek's costs by
 * span, position and finger. Set on half of an open chord data set and measured on the other half (docs/models.md).
 */
export const gripCosts = {
  /** For each finger that presses. */
  finger: 1,
  /** On top, for the finger itself. */
  weakFinger: { 1: 0, 2: 0, 3: 1, 4: 7, T: 8 },
  /** Shares of the way in mm by which fingers reach above their own fret, and lie below it, in the best position of the hand. */
  reach: 0.6,
  stack: 0.21,
  /** How many times more it costs a barring finger to lie below its own fret. */
  barreStack: 2,
  /** Fingers 1 and 2 side by side at one fret: 2 and 3 are more alike in length. */
  besideIndex: 3,
  /** Share of the way in mm by which two neighbouring fingers lie further apart than one fret each. */
  gap: 0.3,
  /** Two neighbouring strings under one tip. */
  pair: { 1: 19, 2: 32, 3: 41, 4: 112, T: 30 },
  /** The thumb on string 5, where it pulls the other fingers out of their grip. */
  thumbOnFive: 15,
  /** A barre, and each of its strings. */
  barre: { 1: 13, 2: 44, 3: 27, 4: 112, T: 0 },
  barreString: 0.94,
  /** Strings that finger 2 or 3 lies over at most (common practice), and what more of them cost: a last resort, unless the teacher types it. */
  mostUnder: { 1: 6, 2: 2, 3: 3, 4: 6, T: 6 },
  wideBarre: 100,
  /** A barre over two or three strings one of which sounds from a higher fret: a tip of its own is freer. */
  hiddenBarre: 23,
  /** A barre that leaves a thinner open string ringing, or one that a lower finger presses. */
  liftedBarre: 19.5,
  liftedOverBarre: 12,
  /** The same for two strings under one tip. */
  liftedPair: 11.3,
  /** An open string that a pressing finger's tip may lean on. */
  muteRisk: 2,
  /** Room one fingertip takes along the neck in mm, and the share of missing room that counts. */
  fingertipMm: 15,
  crowding: 0.1,
} as const;
