export { applyThumb, solvedStrokes, type SolvedInBar } from './apply-thumb.ts';
export { bassDensity, bassLine, withBassEnding, type BassDensity, type BassNote } from './bass-line.ts';
export { bassStrings } from './bass-strings.ts';
export { thumbFindings } from './findings.ts';
export { barPattern, patternStretches, type PatternStretch } from './pattern-at.ts';
export { byHand, findPattern, thumbPatternTable, type ThumbPattern } from './pattern-table.ts';
export { realisePattern, type BassSetting, type Realised, type SolvedStroke } from './realise.ts';
export { walkTo, type WalkStep } from './walk.ts';
