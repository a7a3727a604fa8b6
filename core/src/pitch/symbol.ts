import { fail, ok, type Result } from '../fault/index.ts';
import { spellInKey, transposeKey, type Key } from './key.ts';
import { noteNameIn, parseNoteNameIn, type NameLanguage } from './naming.ts';
import { modulo, pitchClassOf, spellAs, letters, type NoteName } from './pitch.ts';

/** A chord symbol taken apart: "F#m7/E" is root F#, suffix "m7", bass E. The suffix is not judged here. */
export interface SymbolParts {
  readonly root: NoteName;
  readonly suffix: string;
  readonly bass: NoteName | undefined;
}

const rootPattern = {
  english: /^([A-Ga-g](?:##|bb|[#b♯♭]?))(.*)$/,
  // The longest German names first: "Fis" before "F", "As" before "A"; "sus" is not a flat.
  german: /^((?:[CDFGHcdfgh](?:is(?:is)?|es(?:es)?)|[AEae](?:is(?:is)?|s(?:es)?(?!us))|[A-Ha-h]))(.*)$/,
} as const;

/** Reads a chord symbol's note names in either language. */
export function parseSymbol(text: string, language: NameLanguage = 'english'): Result<SymbolParts> {
  const howToWrite = 'Write a note name and a kind, such as D7, F#m or G/B';
  const match = rootPattern[language].exec(text.trim());
  const root = parseNoteNameIn(match?.[1] ?? '', language);
  if (!match || !root.ok) return fail(`“${text.trim()}” is not a chord`, howToWrite);
  const [, suffix = '', bassText] = /^(.*?)(?:\/([^/\d].*))?$/.exec(match[2] ?? '') ?? [];
  if (bassText === undefined) return ok({ root: root.value, suffix, bass: undefined });
  const bass = parseNoteNameIn(bassText, language);
  if (!bass.ok) return fail(`“${bassText}” is not a bass note`, howToWrite);
  return ok({ root: root.value, suffix, bass: bass.value });
}

export const symbolText = ({ root, suffix, bass }: SymbolParts, language: NameLanguage = 'english'): string =>
  noteNameIn(root, language) + suffix + (bass ? `/${noteNameIn(bass, language)}` : '');

/** A chord symbol in another language's note names; a text that is no symbol stays as it is. */
export function symbolIn(text: string, language: NameLanguage): string {
  if (language === 'english') return text;
  const parts = parseSymbol(text);
  return parts.ok ? symbolText(parts.value, language) : text;
}

/**
 * The symbol of the same chord `semitones` higher. With the key it is played in, names are spelled as that key's
 * neighbour spells them; without, with the fewest signs.
 */
export function transposeSymbol(parts: SymbolParts, semitones: number, key?: Key): SymbolParts {
  const target = key && transposeKey(key, semitones);
  const move = (name: NoteName): NoteName => {
    const pitchClass = modulo(pitchClassOf(name) + semitones, 12);
    return target ? spellInKey(pitchClass, target) : plainest(pitchClass);
  };
  const root = move(parts.root);
  return { root, suffix: parts.suffix, bass: parts.bass && moveWith(parts.root, root, parts.bass) };
}

/** The bass keeps its interval from the root, in letters as in semitones: F#/A# goes to E/G#. */
function moveWith(from: NoteName, to: NoteName, bass: NoteName): NoteName {
  const steps = letters.indexOf(bass.letter) - letters.indexOf(from.letter);
  const letter = letters[modulo(letters.indexOf(to.letter) + steps, 7)] ?? bass.letter;
  return spellAs(letter, modulo(pitchClassOf(bass) + pitchClassOf(to) - pitchClassOf(from), 12));
}

/** The usual name of a pitch class where no key tells: naturals, then F# and C# as sharps, Bb, Eb and Ab as flats. */
function plainest(pitchClass: number): NoteName {
  const wanted = [6, 1].includes(pitchClass) ? 1 : -1;
  const names = letters.map((letter) => spellAs(letter, pitchClass));
  return (
    names.find(({ alter }) => alter === 0) ??
    names.find(({ alter }) => alter === wanted) ?? { letter: 'C', alter: 0 }
  );
}
