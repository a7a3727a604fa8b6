export { tellPhrase, type OwnWords, type Telling } from './own-words.ts';
export {
  toldLines,
  walkThrough,
  type PhraseWords,
  type WalkThroughDepth,
  type WalkThroughSettings,
} from './walk-through.ts';
