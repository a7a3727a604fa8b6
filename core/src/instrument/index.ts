export {
  beatRateHz,
  beatsBetweenHz,
  beatTrend,
  goodEnoughCents,
  homeBeatS,
  type BeatStep,
  type ReferenceRelation,
} from './beats.ts';
export {
  capoFor,
  capoWays,
  compareSources,
  familiarShapes,
  soundingChords,
  soundingKey,
  type CapoWay,
  type SourceInterval,
  type SourceKey,
} from './capo.ts';
export {
  defaultFretCount,
  defaultScaleMm,
  fretPositionMm,
  fretSpanMm,
  highestFret,
  placesOf,
  soundingMidi,
  soundingShift,
  stringSpacingMm,
  writtenMidi,
  type Instrument,
  type NeckPlace,
} from './fretboard.ts';
export { referenceWords } from './reference-words.ts';
export { planRetuning, type RetuningPlan, type StringRetuning } from './retuning-plan.ts';
export { neckPull, type NeckPull } from './string-pull.ts';
export { stringSets } from './string-table.ts';
export {
  isStringNumber,
  lowToHighIndex,
  stringNumbers,
  stringsLowToHigh,
  type StringNumber,
} from './strings.ts';
export { kilograms, parseGauges, stringTensionN, type GaugeSet, type StringGauge } from './tension.ts';
export type { TuningReference } from './tuning-reference.ts';
export { tuningTable, type ShippedTuning } from './tuning-table.ts';
export {
  checkTuning,
  concertPitchHz,
  openMidi,
  openMidiLowToHigh,
  openPitch,
  parseTuning,
  realMidi,
  realPitch,
  realPitchText,
  shippedTuningOf,
  standardTuning,
  tuningLetters,
  tuningRemarks,
  type Tuning,
} from './tuning.ts';
