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
