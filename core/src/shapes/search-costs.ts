/**
 * What ranks grips of one chord beside how hard they are to hold, in mm (from memory, to be tuned): every finger that
 * presses, a barre to press, a tone left out, a string not played, a gap between played strings, only three strings, a thicker string sounding
 * above the next one, a bass that is not the root, an open string over the bass beside frets up the neck, a colour of the chord (all but root, third
 * and fifth) sounding twice, the way from where the hand is, and how far up the neck it lies.
 */
export const searchCosts = {
  press: 2,
  barre: 2,
  barreString: 0,
  missingFifth: 10,
  missingThird: 25,
  missingOther: 20,
  unplayed: 14,
  gap: 16,
  threeStrings: 20,
  crossed: 8,
  otherBass: 100,
  openAmongHigh: 8,
  doubledColour: 8,
  distanceShare: 0.3,
  heightShare: 0.2,
} as const;
