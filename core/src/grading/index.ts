export type { HandsConcerned } from './dimensions.ts';
export { gradeRange, gradeScore, type Grade, type GradeDimension } from './grade.ts';
export { countRungs, cutLadder, type LadderOrder, type Rung, type RungId } from './ladder.ts';
