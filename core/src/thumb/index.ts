export { bassStrings } from './bass-strings.ts';
export { thumbFindings } from './findings.ts';
export { byHand, findPattern, thumbPatternTable, type BassRole, type ThumbPattern } from './pattern-table.ts';
export { applyThumb, realisePattern, type BassSetting } from './realise.ts';
