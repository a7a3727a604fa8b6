import { fail, ok, type Result } from '../fault/index.ts';
import {
  noteAtDegree,
  noteNameIn,
  parseSymbol,
  pitchClassOf,
  semitonesOfDegree,
  type Degree,
  type NameLanguage,
  type NoteName,
} from '../pitch/index.ts';
import { chordTable, suffixAliases, type ChordKind } from './chord-table.ts';

/** A chord as asked for: its root and kind, degrees left out on purpose ("G7no3"), and a bass other than the root. */
export interface Chord {
  readonly root: NoteName;
  readonly kind: ChordKind;
  readonly without: readonly Degree[];
  readonly bass: NoteName | undefined;
}

/** Reads a chord symbol: "D7", "F#m7b5", "G7no3", "C/G", with the usual other spellings of a kind. */
export function parseChord(text: string, language: NameLanguage = 'english'): Result<Chord> {
  const parts = parseSymbol(text, language);
  if (!parts.ok) return parts;
  const { root, bass } = parts.value;
  const plain = parts.value.suffix.replaceAll('♭', 'b').replaceAll('♯', '#').trim();
  const [suffix = '', ...left] = plain.replace(/\s/g, '').split('no');
  const kind = kindOf(suffix);
  if (!kind || left.some((degree) => !/^[#b]?\d+$/.test(degree))) {
    return fail(
      `“${text.trim()}” is not a chord Jocund knows`,
      'Write a note name and a kind, such as D7, F#m7b5, Gsus4, C6/9 or A7no3',
    );
  }
  const without = left.map((degree) => degreeNamed(kind, degree) ?? degree);
  return ok({ root, kind, without, bass });
}

const kindOf = (suffix: string): ChordKind | undefined => {
  const wanted = suffixAliases[suffix] ?? suffixAliases[suffix.toLowerCase()] ?? suffix;
  const bare = (text: string) => text.replace(/[()]/g, '');
  return (
    chordTable.find((kind) => kind.suffix === wanted) ??
    chordTable.find((kind) => bare(kind.suffix) === bare(wanted))
  );
};

/** "no3" leaves out the minor third of a minor chord too. */
const degreeNamed = (kind: ChordKind, number: string): Degree | undefined =>
  kind.degrees.find((degree) => degree.replace(/^[#b]+/, '') === number.replace(/^[#b]+/, ''));

export const chordText = ({ root, kind, without, bass }: Chord, language: NameLanguage = 'english'): string =>
  noteNameIn(root, language) +
  kind.suffix +
  without.map((degree) => `no${degree.replace(/^[#b]+/, '')}`).join('') +
  (bass ? `/${noteNameIn(bass, language)}` : '');

/** Pitch classes of the chord's tones, with the degree each is. Degrees left out on purpose are not among them. */
export const chordClasses = ({ root, kind, without }: Chord): Map<number, Degree> =>
  new Map(
    [...kind.optional, ...kind.degrees]
      .filter((degree) => !without.includes(degree))
      .map((degree) => [(pitchClassOf(root) + semitonesOfDegree(degree)) % 12, degree]),
  );

/** Pitch class of one degree of the chord. */
export const classOfDegree = ({ root }: Chord, degree: Degree): number =>
  (pitchClassOf(root) + semitonesOfDegree(degree)) % 12;

/** How the chord spells one of its degrees. */
export const degreeNote = ({ root }: Chord, degree: Degree): NoteName => noteAtDegree(root, degree);
