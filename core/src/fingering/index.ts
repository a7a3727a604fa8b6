export { fingersForNote, placesForNote, type Alternative } from './alternatives.ts';
export { frettingCosts, pickingCosts, type CostEntry } from './cost-table.ts';
export {
  fingerScore,
  fingerScoreSteps,
  writeFingers,
  type FingeredMoment,
  type Fingering,
  type FingeringOptions,
  type NoteFingers,
  type Shift,
  type WeighedTerm,
} from './finger-score.ts';
export { findingLimits } from './finding-limits.ts';
export { frettingFindings } from './fretting-findings.ts';
export { pickingFindings } from './picking-findings.ts';
export { alternatesFrom } from './picking-schools.ts';
export { typedFindings } from './typed-findings.ts';
export { placedFingers, type PlacedFingers } from './placed-fingers.ts';
export { placeMelody, placeMelodySteps, type PlacedMelody } from './place-melody.ts';
