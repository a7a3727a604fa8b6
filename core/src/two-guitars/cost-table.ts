/** A weight of the second guitar: what it is worth, and what it says. */
interface Weight {
  readonly value: number;
  readonly says: string;
}

const weight = (value: number, says: string): Weight => ({ value, says });

/**
 * What two guitars cost each other. What is to be avoided is common practice of playing in two parts: half steps rub, a doubled third is
 * too strong, chords under E3 are thick, two parts in one place cannot be told apart. The values are from memory, to be argued with; they
 * have no unit but each other.
 */
export const meetingCosts = {
  halfStep: weight(10, 'a half step against the other guitar, for a beat'),
  blueThird: weight(2, 'the major third under a blue third of the tune, for a beat'),
  wholeStep: weight(0.4, 'a whole step against the tune, for a beat'),
  sameNote: weight(1, 'the very note of the tune, for a beat'),
  doubledThird: weight(2.5, 'the third of the chord that the other sounds, too, for a beat'),
  around: weight(0.6, 'a chord that has the tune between its strings'),
  thick: weight(1.2, 'a note below E3, where the other guitar has its bass'),
} as const;

export const voicingCosts = {
  doubled: weight(0.8, 'a string more for a tone that the grip has already'),
  missingThird: weight(1, 'a chord whose third neither guitar sounds'),
  missingSeventh: weight(0.6, 'a chord whose seventh neither guitar sounds'),
  holdMm: weight(0.03, 'a millimetre of what the grip costs to hold'),
  wayMm: weight(0.04, 'a millimetre along the neck to the next grip'),
  voice: weight(0.12, 'a half step that one voice moves'),
  away: weight(1.2, 'another grip of a chord than its usual one in this part'),
} as const;

export const rhythmCosts = {
  together: weight(0.25, 'a stroke at one moment with a note of the tune'),
  gap: weight(-0.3, 'a stroke where the tune rests'),
  crowded: weight(0.4, 'a note of both parts beyond two to the beat'),
  empty: weight(0.3, 'a beat for which neither part has a note'),
  change: weight(2.5, 'another rhythm than in the bar before'),
  changeAtSection: weight(0.5, 'the same where a section begins'),
} as const;

export const capoCosts = {
  unfamiliar: weight(0.25, 'a bar in a key whose grips do not lie open'),
  fret: weight(0.02, 'a bar, for every fret of the capo'),
} as const;
