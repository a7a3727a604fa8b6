export { beatRateHz, type ReferenceRelation } from './beats.ts';
export { capoFor, soundingKey } from './capo.ts';
export {
  defaultFretCount,
  defaultScaleMm,
  fretPositionMm,
  fretSpanMm,
  highestFret,
  placesOf,
  soundingMidi,
  writtenMidi,
  type Instrument,
  type NeckPlace,
} from './fretboard.ts';
export {
  planRetuning,
  type RetuningPlan,
  type StringRetuning,
  type TuningReference,
} from './retuning-plan.ts';
export {
  isStringNumber,
  lowToHighIndex,
  stringNumbers,
  stringsLowToHigh,
  type StringNumber,
} from './strings.ts';
export { parseGauges, plainTensionN, type GaugeSet, type StringGauge } from './tension.ts';
export { tuningTable, type ShippedTuning } from './tuning-table.ts';
export {
  checkTuning,
  openMidi,
  openMidiLowToHigh,
  openPitch,
  parseTuning,
  shippedTuningOf,
  standardTuning,
  tuningLetters,
  type Tuning,
} from './tuning.ts';
