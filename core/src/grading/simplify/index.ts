export { easierPlaces, tuneOctavesInWords, type EasierPlace, type PlaceSettings } from './elsewhere.ts';
export { reduceScore, withoutLooseSlurs } from './apply.ts';
export { lossFrom, type Loss } from './loss.ts';
export { kindInWords, reductionsInWords } from './reduction-words.ts';
export type { Reduction, ReductionKind } from './reduction.ts';
export { simplify, simplifySteps, type Simplified, type SimplifySettings } from './simplify.ts';
