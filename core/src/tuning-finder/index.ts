export {
  findTunings,
  keyWords,
  type FoundTuning,
  type TuningSearch,
  type TuningTerm,
} from './find-tunings.ts';
export { layStudy } from './lay-study.ts';
export { passageOf, type Passage } from './passage.ts';
