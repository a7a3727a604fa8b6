export { findTunings, keyWords } from './find-tunings.ts';
export type { FoundTuning, TuningSearch, TuningTerm } from './found-tuning.ts';
export { layStudy } from './lay-study.ts';
export { passageOf, type Passage } from './passage.ts';
