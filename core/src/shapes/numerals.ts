import { fail, ok, type Result } from '../fault/index.ts';
import { noteAtDegree, noteNameText, pitchClassOf, tonicOf, type Key } from '../pitch/index.ts';
import { chordText, parseChord, type Chord } from './chord.ts';

const degreeOfNumeral: Readonly<Record<string, string>> = {
  I: '1',
  II: '2',
  III: '3',
  IV: '4',
  V: '5',
  VI: '6',
  VII: '7',
};

const numeralPattern =
  /^([b#♭♯]?)(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)((?:6\/9|[^/])*)(?:\/([b#♭♯]?\d{1,2}))?$/;

/** How kinds are written behind a numeral, and behind a root. Small numerals are minor of themselves. */
const kindSigns: readonly (readonly [RegExp, string])[] = [
  [/^(°|o|dim)7$/, 'dim7'],
  [/^(°|o|dim)$/, 'dim'],
  [/^(ø|h)7?$/, 'm7b5'],
  [/^\+$/, 'aug'],
];

/**
 * Reads a Roman numeral as the chord it is in a key: V7, bVII, ii7, vii°, V/3 (over its own third). Numerals count from the major scale on the
 * tonic in both modes; small ones are minor (common practice). The reverse of {@link functionInKey}.
 */
export function chordOfNumeral(text: string, key: Key): Result<Chord> {
  const [, sign = '', roman = '', kind = '', bass] = numeralPattern.exec(text.trim()) ?? [];
  const degree = degreeOfNumeral[roman.toUpperCase()];
  if (degree === undefined) return notANumeral(text);
  const root = noteAtDegree(tonicOf(key), plain(sign) + degree);
  const over = bass === undefined ? undefined : noteAtDegree(root, plain(bass));
  const chord = parseChord(noteNameText(root) + suffixOf(kind, roman === roman.toLowerCase()));
  if (!chord.ok) return notANumeral(text);
  return ok({ ...chord.value, bass: over && pitchClassOf(over) !== pitchClassOf(root) ? over : undefined });
}

/** The chord symbol of a numeral in a key: "V7" in A is E7. */
export function symbolOfNumeral(text: string, key: Key): Result<string> {
  const chord = chordOfNumeral(text, key);
  return chord.ok ? ok(chordText(chord.value)) : chord;
}

function suffixOf(kind: string, isSmall: boolean): string {
  const signed = kindSigns.find(([sign]) => sign.test(kind));
  if (signed) return signed[1];
  return isSmall ? `m${kind}` : kind;
}

const plain = (text: string): string => text.replaceAll('♭', 'b').replaceAll('♯', '#');

const notANumeral = (text: string) =>
  fail(
    `“${text.trim()}” is not a chord in Roman numerals`,
    'Write I to VII, small for minor, with b or # in front and a kind behind, such as V7, bVII, ii7 or V/3',
  );
