/** The words of grading, for those who name grades and do not measure any: what is measured stays out of their way. */
export { featureNames } from './features.ts';
export { gradeRange } from './grade-range.ts';
export { ladderPlans } from './ladder/plans.ts';
