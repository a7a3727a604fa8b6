export { gripCosts } from './cost-table.ts';
export { gripCostTerms, type CostTerm } from './grip-cost.ts';
export {
  fingerGrip,
  fingerings,
  judgeFingers,
  type FingeredGrip,
  type JudgedFingers,
  type PinnedFingers,
} from './finger-grip.ts';
export { fingersText, parseFingers } from './finger-text.ts';
export { glassFingerOf, handInPiece } from './glass-finger.ts';
export { gripChange, type FingerMove, type GripChange } from './grip-change.ts';
export { fingerSequence, type GripToFinger } from './grip-sequence.ts';
export {
  fingerPairs,
  mediumHand,
  spanOf,
  spanTable,
  type FingerPair,
  type FrettingFinger,
  type Hand,
  type HandSize,
  type Span,
} from './hand.ts';
export { canLieOver, illegalities, type Neck } from './legality.ts';
export { pressesAt, pressesOf, type FingeredPlace, type GripFingers, type Press } from './presses.ts';
export { reachLimitsMm, reaches, type Reach } from './reach.ts';
