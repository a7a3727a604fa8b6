export {
  walkThrough,
  type PhraseWords,
  type WalkThroughDepth,
  type WalkThroughSettings,
} from './walk-through.ts';
