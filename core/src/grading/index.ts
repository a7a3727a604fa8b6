export { addNextSteps, type Addition, type Fuller, type FullerSettings } from './add-next.ts';
export type { HandsConcerned } from './dimensions.ts';
export { anchors, type Anchor } from './anchors/anchors.ts';
export { firstAlike } from './distinct-bars.ts';
export { featureNames, type FeatureName, type Features, type GradeWeights } from './features.ts';
export { fitWeights, pointsOf, type FitSettings, type SaidGrade, type SaidOrder } from './fit-weights.ts';
export { scoreOfStudy, type WrittenStudy } from './anchors/study.ts';
export { studioWeights, type GradeSaying } from './studio-weights.ts';
export { fittedWeights, taughtWeights } from './weights.ts';
export { gradeParts, type GradedPart } from './grade-parts.ts';
export { gradeRange } from './grade-range.ts';
export {
  featuresByDimension,
  featuresOf,
  gradePointsOf,
  gradeScore,
  type Grade,
  type GradeDimension,
} from './grade.ts';
export {
  cutLadder,
  cutRung,
  ladderOf,
  ladderPlans,
  steepPoints,
  type LadderOrder,
  type Ladder,
  type LadderSettings,
  type Rung,
  type RungId,
} from './ladder/index.ts';
export {
  easierPlaces,
  kindInWords,
  lossFrom,
  reductionsInWords,
  simplify,
  simplifySteps,
  tuneOctavesInWords,
  withoutLooseSlurs,
  type EasierPlace,
  type Loss,
  type Reduction,
  type ReductionKind,
  type PlaceSettings,
  type Simplified,
  type SimplifySettings,
} from './simplify/index.ts';
export { arrangeToGradeSteps, type GradedArrangement, type WantedGrade } from './arrange-to-grade.ts';
