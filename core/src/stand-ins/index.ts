export {
  centsFrom,
  guitarBehaviour,
  neckPullKg,
  pluck,
  rest,
  soundingCents,
  soundingHz,
  strungGuitar,
  turnPeg,
  type SimulatedGuitar,
} from './guitar.ts';
export { playAsStudent, type PutIn, type SimulatedTake, type StudentFaults } from './student.ts';
export { simulatedRecording, usualRecordingFaults, type RecordingFaults } from './recording.ts';
