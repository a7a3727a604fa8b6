export {
  passAnswers,
  tempoLadder,
  tempoSteps,
  usualRules,
  type LadderRules,
  type Pass,
  type PassAnswer,
  type TempoGoal,
  type TempoLadder,
} from './tempo-ladder.ts';
export {
  hearingReasons,
  whatToHear,
  type HearingReason,
  type InHand,
  type TimedPass,
  type ToHear,
} from './what-to-hear.ts';
