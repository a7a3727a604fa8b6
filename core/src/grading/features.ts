/**
 * What a grade is added up from: each feature is a measured share or rate between 0 and 1 (most: how much of what a teacher would call "full of it"), times
 * its weight in grade points. Weights are fitted on ordered pairs and on the anchor studies (`npm run bench -- grades`); docs/models.md says how.
 */
export const featureNames = [
  'offBeatRate',
  'offBeatRun',
  'pinchAny',
  'pinchRate',
  'pace',
  'thumbAny',
  'thumbStrings',
  'thumbBetween',
  'bassOffRate',
  'stoppedRate',
  'palm',
  'changeRate',
  'changeInside',
  'changeSpeed',
  'grips',
  'barreAny',
  'barreRate',
  'thumbOverAny',
  'thumbOverRate',
  'reachWidest',
  'reachOften',
  'upRate',
  'upHeight',
  'shiftRate',
  'shiftLength',
  'crossings',
  'doubleStops',
  'slurRate',
  'slurLanding',
  'bendAny',
  'bendRate',
  'glassAny',
  'glassBetween',
  'glassPressed',
  'oddBars',
  'learned',
  'tuning',
] as const;

export type FeatureName = (typeof featureNames)[number];
/** Each 0 to 1; one that is left out is 0. */
export type Features = Readonly<Partial<Record<FeatureName, number>>>;
/** Grade points for a feature at its fullest, 0 upward. */
export type GradeWeights = Readonly<Record<FeatureName, number>>;
