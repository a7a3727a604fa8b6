export type { BarSpan, ExpectedNote } from './expected.ts';
export {
  judge,
  judgeRecording,
  judgeTake,
  type RecordingReport,
  type Take,
  type TakeSettings,
} from './judge.ts';
export { nextStep, type NextStep } from './next-step.ts';
export { lateMs, type BarReport, type TakeReport } from './report.ts';
export type { TakeTiming, TimingHabit } from './timing.ts';
export type { JudgedNote } from './verdicts.ts';
