import {
  changeNote,
  noteAt,
  setDuration,
  techniques,
  techniquesOf,
  toggleTechnique,
  type Note,
  type NoteChange,
  type NotePlace,
  type Score,
  type Technique,
  type TechniqueWord,
} from '@jocund/core/score';

/** A key that changes the note under the cursor. The help overlay and the margin are made from this list. */
export interface NoteKey {
  readonly key: string;
  readonly words: string;
  /** Wanted every day: shown without asking. */
  readonly isEveryday: boolean;
  readonly change: (note: Note) => NoteChange;
  readonly isOn: (note: Note) => boolean;
}

/** The key of every technique, as typed: capitals with Shift. */
const keys: Readonly<Record<TechniqueWord, string>> = {
  hammer: 'h',
  pull: 'p',
  slide: 's',
  tied: 't',
  bend: 'b',
  dead: 'x',
  ring: 'r',
  stop: 'o',
  palm: 'm',
  accent: 'a',
  below: '/',
  above: '\\',
  fall: ';',
  rise: "'",
  slow: 'S',
  again: 'A',
  release: 'B',
  prebend: 'P',
  unbend: 'U',
  mordent: 'y',
  turn: 'Y',
  harmonic: 'n',
  slap: 'j',
  drag: 'J',
  snap: 'k',
  brush: 'u',
  brushback: 'I',
  roll: 'w',
  rollback: 'W',
  drone: 'd',
  lift: 'i',
  short: 'e',
  hold: 'f',
  grace: 'v',
  optional: 'z',
  guess: 'c',
  mine: 'C',
  glass: 'X',
  noise: 'N',
};

/** How many of the list are wanted every day. */
const everyday = 10;

const order = Object.keys(keys);

/** A key for every technique of the trade, the everyday ones first. */
export const noteKeys: readonly NoteKey[] = techniques
  .map((technique: Technique & { readonly word: TechniqueWord }) => ({
    key: keys[technique.word],
    words: technique.says,
    isEveryday: order.indexOf(technique.word) < everyday,
    change: (note: Note) => toggleTechnique(note, technique),
    isOn: (note: Note) => techniquesOf(note).some(({ word }) => word === technique.word),
  }))
  .sort(
    (a, b) =>
      order.findIndex((word) => keys[word as TechniqueWord] === a.key) -
      order.findIndex((word) => keys[word as TechniqueWord] === b.key),
  );

/** How a key is shown: letters as on the keyboard, with Shift where it is held. */
export const keyWords = (key: string): string => (/[A-Z]/.test(key) ? `Shift ${key}` : key.toUpperCase());

export const applyNoteKey = (score: Score, place: NotePlace, noteKey: NoteKey): Score =>
  noteAt(score.bars[place.bar], place.tick, place.string, place.voice)
    ? changeNote(score, place, noteKey.change)
    : score;

/** Longer or shorter by one slot of the grid. */
export function changeLength(score: Score, place: NotePlace, grid: number, direction: 1 | -1): Score {
  const note = noteAt(score.bars[place.bar], place.tick, place.string, place.voice);
  return note ? setDuration(score, place, Math.max(grid, note.durationTicks + direction * grid)) : score;
}
