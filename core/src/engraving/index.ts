export { gripBox, type GripBox } from './grip-box.ts';
export { noteValues, splitDuration, valueOf, type NoteValue } from './note-values.ts';
export {
  layoutSheet,
  sheetMeasures,
  showsMetre,
  xOfTick,
  type BarLayout,
  type SheetMeasures,
  type SystemLayout,
} from './sheet-layout.ts';
export { beamGroups, restsOf, stemsOf, type Rest, type Stem } from './voices.ts';
