export {
  commentAt,
  commentsOf,
  commentText,
  sectionStart,
  setComment,
  type CommentPlace,
  type SaidComment,
} from './comments.ts';
export {
  dynamicAt,
  dynamicLevels,
  markBar,
  setDynamic,
  stepDynamic,
  usualDynamic,
  type BarMarks,
} from './bar-edits.ts';
export { shortNotes } from './short-writing.ts';
export { isSameValue } from './same-value.ts';
export { indexOfBar, numberOfBar } from './bar-numbers.ts';
export { withoutBrokenTies } from './broken-ties.ts';
export { blankScore, keptTuning, type BlankScore } from './blank.ts';
export { barsText, changesBetween, matchBars } from './changes.ts';
export {
  changeNote,
  insertBarAfter,
  layBar,
  layGrip,
  moveNote,
  placeOfNote,
  removeBar,
  removeGrip,
  removeNote,
  resetThumb,
  setBarPattern,
  setBeatPattern,
  setDuration,
  setMetre,
  setSection,
  unnamed,
  writeNote,
  type NotePlace,
} from './edits.ts';
export { heardMidi, heardWholeMidi, isBlueThird, nodesFor, partialAt, shapeMidi } from './heard.ts';
export { isLetStand, letStand, placeOfFinding, type Finding } from './finding.ts';
export { applyRemedy, type Remedy, type ScoreEdit } from './remedy.ts';
export { scoreLimits } from './limits.ts';
export { metreFrom, metreOfTicks } from './metres.ts';
export { pickingSchools, schoolWords, usualSchool, type PickingSchool } from './picking-schools.ts';
export { playOrder, unfold, type PlayedBar, type Unfolded } from './play-order.ts';
export {
  barStarts,
  countOf,
  gripAt,
  inPlayingOrder,
  isPicked,
  noteAt,
  pinchTicks,
  placedNotes,
  previousOnString,
  soundingFrets,
  sweepOf,
  type PlacedNote,
} from './reading.ts';
export {
  bassRoles,
  type Arrival,
  type Bar,
  type ToldPhrase,
  type BassRole,
  type Comment,
  type DynamicLevel,
  type GridPattern,
  type GripFrets,
  type KeptPassage,
  type KeptVersion,
  type Note,
  type NoteEnding,
  type NoteSlide,
  type NoteStroke,
  type PickingDigit,
  type PlacedGrip,
  type Riff,
  type Score,
  type ThumbStroke,
  type Voice,
} from './schema.ts';
export {
  changeStretch,
  clearStretch,
  copyStretch,
  layClip,
  repeatStretch,
  restringStretch,
  shiftStretch,
  transposeStretch,
  type Clip,
} from './stretch-edits.ts';
export { momentOf, notesInStretch, ticksOf, type Moment, type Stretch } from './stretch.ts';
export { techniques, type TechniqueWord } from './technique-table.ts';
export type { HandAsk, Technique, Tone } from './technique.ts';
export { soundOf } from './note-sound.ts';
export {
  handAsksOf,
  techniqueNamed,
  techniquesOf,
  techniqueWords,
  toggleTechnique,
  withTechnique,
} from './note-techniques.ts';
export { dynamicWords, endingWords, strokeWords, usualOrnamentFrets } from './technique-words.ts';
export {
  barTicks,
  beatAt,
  beatStarts,
  beatTicks,
  countAt,
  countedAt,
  isCompound,
  isOnBeat,
  ticksPerQuarter,
  type Metre,
  type Ticks,
} from './ticks.ts';
export { swungTick } from './swing.ts';
export { tempoMap, type Feel, type TempoMap } from './tempo-map.ts';
export { validateScore } from './validate.ts';
export type { NoteChange } from './note-change.ts';
export { hasSungPitch, withWordLine, withWordsOf, wordLine, wordsOf, type SungWord } from './sung-words.ts';
