export { drawDrill, isCountedRight, judgeDrill, type DrillResult, type EarDrill } from './ear-drill.ts';
export { createTuner, foldOctaves, steadyCents, tunerWindow, type TunerReading } from './tuner.ts';
export { hearOnsets, notesAt, type HeardOnset, type HearSettings, type Rising } from './hear-notes.ts';
export type { HeardNote } from './heard-note.ts';
export { heardInTune } from './in-tune.ts';
export { likelihoodOf, logOddsOf, type Weighing } from './likelihood.ts';
export { modelNotes } from './model-notes.ts';
export { hearRecordingSteps, hearSteps, noteSteps, type Heard, type NoteSettings } from './hear.ts';
export type { Activations, NoteListener } from './activations.ts';
export { strokesBetween, type PossibleStroke } from './between-onsets.ts';
export { signNames, strokeSigns, unheardSigns, type StrokeSigns } from './stroke-signs.ts';
export { findOnsets, findOnsetsSteps, type Onset } from './onsets.ts';
export { driftOf, evenedOutSteps, leastDrift } from './even-out.ts';
export { overloadOf, type Overload } from './overload.ts';
export { listeningRate, longestRecordingS, monoOf, resampled, type Recording } from './recording.ts';
export { returnDelay, type ReturnDelay } from './return-delay.ts';
export { referenceOf, type Reference } from './reference.ts';
export { pulseOf, type Pulse } from './beats.ts';
export { withRing } from './ring.ts';
export { bandSpectraSteps, looksPerSecond, type BandSpectra } from './band-spectra.ts';
export { partialBand, pitchLevelsSteps, type KnownStroke, type PitchLevels } from './pitch-levels.ts';
export { bandPeaksSteps, peaksPerSecond, type BandPeaks } from './bands.ts';
export {
  stretchHop,
  stretchMargin,
  stretchPiece,
  stretchSpeeds,
  type SoundSlice,
  type StretchCarry,
  type StretchedPiece,
  type StretchPlan,
} from './stretch.ts';
