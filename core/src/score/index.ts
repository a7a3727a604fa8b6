export { blankStudy, keptTuning, type BlankStudy } from './blank.ts';
export {
  changeNote,
  copyBar,
  insertBarAfter,
  layGrip,
  removeBar,
  removeGrip,
  removeNote,
  setBarPattern,
  setDuration,
  setMetre,
  writeNote,
  type NoteChange,
  type NotePlace,
} from './edits.ts';
export { placeOfFinding, type Finding } from './finding.ts';
export { studyLimits } from './limits.ts';
export {
  barStarts,
  gripAt,
  inPlayingOrder,
  isPicked,
  noteAt,
  pinchTicks,
  placedNotes,
  previousOnString,
  soundingFrets,
  type PlacedNote,
} from './reading.ts';
export type { Arrival, Bar, GripFrets, Note, NoteEnding, PlacedGrip, Study, Voice } from './schema.ts';
export {
  barTicks,
  beatAt,
  beatStarts,
  beatTicks,
  countAt,
  isCompound,
  isOnBeat,
  ticksPerQuarter,
  type Metre,
  type Ticks,
} from './ticks.ts';
export { validateStudy } from './validate.ts';
