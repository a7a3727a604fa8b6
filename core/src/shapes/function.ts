import { modulo, pitchClassOf, tonicOf, type Key, type NoteName } from '../pitch/index.ts';

const numerals = ['I', 'bII', 'II', 'bIII', 'III', 'IV', '#IV', 'V', 'bVI', 'VI', 'bVII', 'VII'];

/** How a kind is written behind a Roman numeral when it is not written as behind a root. */
const numeralSuffix: Readonly<Record<string, string>> = {
  m: '',
  dim: '°',
  dim7: '°7',
  m7b5: 'ø7',
  aug: '+',
};

/**
 * The chord's function in a key as a Roman numeral counted from the major scale on the tonic: V7, bVII, ii7, #iv°7. Small
 * numerals for minor and diminished kinds (common practice).
 */
export function functionInKey(root: NoteName, suffix: string, key: Key): string {
  const numeral = numerals[modulo(pitchClassOf(root) - pitchClassOf(tonicOf(key)), 12)] ?? 'I';
  const isSmall = /^(m(?!aj)|dim)/.test(suffix);
  const cased = isSmall ? numeral.replace(/[IV]+/, (letters) => letters.toLowerCase()) : numeral;
  return cased + (numeralSuffix[suffix] ?? (isSmall ? suffix.replace(/^m(?!aj)/, '') : suffix));
}
