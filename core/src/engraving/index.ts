export type { CallDepth } from './bar-moments.ts';
export { drawCallDigits } from './draw/call-row.ts';
export type { FingerSigns } from './draw/finger-signs.ts';
export { frameOf, type BarFrame } from './draw/frame.ts';
export { drawBarLines, type LinesCrossed } from './draw/staff.ts';
export { drawGrip, type GripRoom } from './draw/grip.ts';
export { drawMarks } from './draw/marks.ts';
export { drawPlate } from './draw/plates.ts';
export { callsByBar, createSheetDrawer, drawSheet, type SheetPicture } from './draw-sheet.ts';
export {
  drawExcerpt,
  drawSystem,
  type ExcerptPicture,
  type SheetOptions,
  type StaffDrawer,
  type SystemPicture,
} from './draw-system.ts';
export { drawExcerpts } from './excerpts.ts';
export { fingersByBar, fingersOf, type BarFingers } from './fingers.ts';
export { gripBox, type GripBox } from './grip-box.ts';
export { gripName } from './grip-name.ts';
export { noteValues, splitDuration, valueOf, type NoteValue } from './note-values.ts';
export {
  layPages,
  type AlsoOnSheet,
  type Page,
  type PageOptions,
  type PagePart,
  type Paper,
  type SheetHolds,
} from './pages.ts';
export { palettes, type Inks } from './palette.ts';
export { signatureRoom, signatureStep } from './signature-room.ts';
export {
  circle,
  line,
  path,
  rect,
  text,
  type Face,
  type Ink,
  type PathShape,
  type Shape,
  type TextShape,
} from './shape.ts';
export { gradeFigure, sheetFigures, swingWords, type SheetFigure } from './sheet-head.ts';
export {
  layoutSheet,
  metreShown,
  sheetMeasures,
  showsMetre,
  tickAtX,
  xOfTick,
  type BarLayout,
  type SheetMeasures,
  type SystemLayout,
} from './sheet-layout.ts';
export { gutter, plateSize, stringWidth, yOfString, type SheetRows } from './sheet-rows.ts';
export { textEdges, textWidth } from './text-width.ts';
export { beamGroups, restsOf, stemsOf, tripletRuns, type Rest, type Stem } from './voices.ts';
export { drawSideBySide, spanOfTick, type BarPair, type SideBySide } from './side-by-side.ts';
