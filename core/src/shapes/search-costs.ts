/**
 * What ranks grips of one chord beside how hard they are to hold, in mm (from memory, to be tuned): every finger that
 * presses, a barre to press, a tone left out, a string not played, a gap between played strings, a thicker string sounding
 * above the next one, a bass that is not the root, the way from where the hand is, and how far up the neck it lies.
 */
export const searchCosts = {
  press: 4,
  barre: 12,
  barreString: 2,
  missingFifth: 6,
  missingThird: 25,
  missingOther: 12,
  unplayed: 4,
  gap: 3,
  crossed: 8,
  otherBass: 15,
  distanceShare: 0.3,
  heightShare: 0.08,
} as const;
