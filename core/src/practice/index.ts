export { drillsOf, type Drill, type DrillId } from './drills.ts';
export {
  noOwnNotes,
  withNoteChanges,
  withOwnFingers,
  type OwnFinger,
  type OwnNoteChange,
  type OwnNotes,
} from './own-notes.ts';
export { planFor, type Plan, type PlannedBlock } from './plan.ts';
export { barHeat, type BarHeat, type PassOverBars } from './record.ts';
export { reviewOf, type Review } from './reviews.ts';
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
  type TimedPass,
} from './tempo-ladder.ts';
export { hearingReasons, whatToHear, type HearingReason, type InHand, type ToHear } from './what-to-hear.ts';
export { outlookOf, tempoTrend, type Outlook, type TempoTrend } from './tempo-trend.ts';
