export { expectedOf, pitchesAround, type BarSpan, type ExpectedNote } from './expected.ts';
export { askedMoments, askedNotes } from './asked-notes.ts';
export { levelSignNames } from './level-signs.ts';
export { levelEar } from './level-ear.ts';
export { modelEar } from './model-ear.ts';
export { possibleStrays } from './stray-notes.ts';
export {
  judgeRecordingSteps,
  judgeSteps,
  judgeTake,
  type RecordingReport,
  type RecordingSettings,
  type Take,
  type TakeSettings,
} from './judge.ts';
export { nextStep, type NextStep } from './next-step.ts';
export type { BesideClick, ClickHeard } from './beside-click.ts';
export { lateMs, type BarReport, type TakeReport } from './report.ts';
export type { TakeTiming, TimingHabit } from './timing.ts';
export type { JudgedNote } from './verdicts.ts';
