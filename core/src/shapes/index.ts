export { chordClasses, chordText, parseChord, type Chord } from './chord.ts';
export { commonMoves, type CommonMove } from './common-moves.ts';
export { checkClaim, type CheckedClaim } from './claim.ts';
export { doubleStops, slideTriads, type DoubleStop, type SlideTriad } from './double-stops.ts';
export { findGrips, type FoundGrip } from './find-grips.ts';
export { fretOf, fretsText, gripTones, parseFrets, pressedRange, type GripTone } from './grip.ts';
export type { GripSearch, SearchTerm } from './grip-search.ts';
export { fretsToRoot, moveAcross, moveGrip, type AcrossGrip, type MovedGrip } from './move.ts';
export { nameGrip, openStringsName, type GripName, type NamedTone, type NamingSettings } from './naming.ts';
export {
  diminishedPartners,
  fragments,
  octaveCopies,
  type GripFragment,
  type NeighbourGrip,
} from './neighbours.ts';
export { pieceGrips, type PieceChange, type PieceGrip } from './piece-grips.ts';
export { retuningTemplate, type RetuningTemplate } from './template.ts';
export { functionInKey } from './function.ts';
export { chordOfNumeral, symbolOfNumeral } from './numerals.ts';
