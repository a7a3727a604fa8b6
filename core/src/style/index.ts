export {
  distanceOf,
  nearest,
  tellingWeights,
  traitDistances,
  type DistanceSettings,
  type MeasuredPlayer,
  type TraitDistance,
  type TraitWeights,
} from './distance.ts';
export {
  checkClaims,
  claimAmounts,
  evidenceOfClaims,
  kindsOf,
  type ClaimAmount,
  type StyleClaim,
} from './claims.ts';
export { typedClaims } from './typed-claims.ts';
export { evidenceOf, styleMeasure, type PieceEvidence } from './evidence.ts';
export {
  profileOf,
  shareIn,
  type ExampleBar,
  type Profile,
  type ProfileTrait,
  type ProfileValue,
} from './profile.ts';
export type { Spread } from './bootstrap.ts';
export { compareManners, type ComparedTrait, type ComparedValue } from './compare.ts';
export { openStyle, styleDocument, type StyleDocument } from './style-document.ts';
export { styleCard } from './style-card.ts';
export { metricalWeight, syncopationOf } from './syncopation.ts';
export { traitGroups, type Trait, type TraitGroup } from './trait.ts';
export { traits } from './traits/index.ts';
export { typicalBar } from './typical-bar.ts';
export { checkStyle, type StrayingTrait, type StyleCheck } from './check-style.ts';
export { stepWords, takeStep, type StyleStep } from './steps-nearer.ts';
export {
  arrangeSteps,
  isMuchAlike,
  nearestFirst,
  restyleSteps,
  type Restyled,
  type RestyleSettings,
} from './apply/restyle.ts';
export type { KeptParts } from './apply/kept-parts.ts';
export { arrangementPlans, mostArrangements, type ArrangementPlan } from './apply/plans.ts';
export { closenesses, usualCloseness, type Closeness } from './apply/closeness.ts';
export { proposeChords, type ProposedChord } from './apply/propose-chords.ts';
export { variedShares, varySteps, type Varied, type VariedShare, type VarySettings } from './apply/vary.ts';
export { playersTurns, turnInHand, withTurn, type TurnedBar } from './apply/players-turns.ts';
export { nearerMoves, type NearerMove, type NearerSettings } from './apply/nearer-moves.ts';
export { plainTune, tuneAlone } from './apply/plain-tune.ts';
export { ownDistances } from './own-distances.ts';
