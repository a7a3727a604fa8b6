export { barsAlone } from './bars-alone.ts';
export { barChords, type HeldChord } from './bar-chords.ts';
export { gripChooser, type ChordGrip } from './chord-grips.ts';
export { barDifference, isNoDifference, withDifference, type BarDifference } from './difference.ts';
export { barText, chordBeats, formText, parseForm, type FormBar, type FormChord } from './form-text.ts';
export { barsOfForm, formTable, numeralsOf, type FormPlan } from './form-table.ts';
export { layForm, lengthsOf, type SectionLengths } from './lay-form.ts';
export { followLinks } from './follow.ts';
export { followPiece, type FollowedPiece } from './follow-piece.ts';
export { breakLink, dropDifference, linkBar, linkState, type LinkState } from './links.ts';
export { breakRiff, dropRiffDifference, layRiff, linkAlikeRiff, riffsAt, type RiffState } from './riffs.ts';
export { barsOf, sectionAt, sectionName, sectionsOf, type Section } from './sections.ts';
export { writeChords, writeForm, type FormWriting } from './write-form.ts';
export { barDifferencesSaid, type BarDifferenceSaid, type BarPlace } from './bar-words.ts';
export {
  barsInSection,
  compareBars,
  comparisonLines,
  type Alignment,
  type ComparedBar,
  type ComparedBars,
} from './compare-sections.ts';
export { checkForm, chordsWanted, type FormCheck, type FormRemark } from './form-check.ts';
export {
  addSectionAs,
  breakSection,
  dropTurn,
  linkSection,
  moveTurn,
  repeatTurn,
  sectionLinks,
  turnsOf,
  unplayedSections,
  withFirstSection,
  type SectionLinks,
  type Turn,
} from './performance.ts';
export { phrasesOf, type Phrase } from './phrases.ts';
export { sectionWords } from './section-words.ts';
export { turnaroundOf, type Turnaround } from './turnaround.ts';
export { formRows, writtenBars, type FormCell, type FormRow } from './form-rows.ts';
export { wordSheet, type WordSheetLine } from './word-sheet.ts';
export { dealSections } from './deal.ts';
export {
  beginVersion,
  chooseVersion,
  dropVersion,
  lengthenPassage,
  passageAt,
  passagesOf,
  renameVersion,
  versionLabels,
  withVersions,
  type Passage,
} from './versions.ts';
export { orderWords } from './order-words.ts';
