export { findTunings, keyWords } from './find-tunings.ts';
export type { FoundTuning, TuningSearch, TuningTerm } from './found-tuning.ts';
export { layScore } from './lay-score.ts';
export { passageOf, type Passage, type PassageNote } from './passage.ts';
