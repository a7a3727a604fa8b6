export { noteAtDegree, plainDegrees, semitonesOfDegree, type Degree } from './degree.ts';
export { intervalName } from './interval.ts';
export {
  keyFifths,
  keyOfFifths,
  keyText,
  parseKey,
  spellInKey,
  spellMidi,
  tonicOf,
  transposeKey,
  type Key,
} from './key.ts';
export { noteNameIn, parseGermanNoteName, parseNoteNameIn, withSigns, type NameLanguage } from './naming.ts';
export {
  letters,
  midiOf,
  modulo,
  noteNameText,
  parseNoteName,
  parsePitch,
  pitchAtMidi,
  pitchClassOf,
  pitchText,
  semitonesOfLetter,
  spellAs,
  withoutOctave,
  type Letter,
  type Midi,
  type NoteName,
  type Pitch,
} from './pitch.ts';
export { shownNames } from './shown-names.ts';
export { centsBetween, concertA4Hz, frequencyHz, type Hertz } from './temperament.ts';
export { parseSymbol, symbolIn, symbolText, transposeSymbol, type SymbolParts } from './symbol.ts';
