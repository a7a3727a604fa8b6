import { parseForm, type FormBar } from './form-text.ts';

/** A form: its sections in the order they are written, each in Roman numerals. */
export interface FormPlan {
  readonly id: string;
  readonly name: string;
  readonly sections: readonly { readonly name: string; readonly numerals: string }[];
}

const slowChange = 'I I I I | IV IV I I | V IV I V';
const strain = 'I I VI7 VI7 | II7 II7 V7 V7 | I I VI7 VI7 | II7 V7 I I';
const songA = 'I VI7 II7 V7 | I VI7 II7,V7 I';
const bridge = 'III7 III7 VI7 VI7 | II7 II7 V7 V7';

/** The usual forms (common practice; the 8-bar, the two of 12 and the circle of fifths as taught, the 20-bar and the phrases from memory). */
export const formTable: readonly FormPlan[] = [
  { id: '8-bar', name: '8 bars', sections: [{ name: 'A', numerals: 'I V IV IV | I V I V' }] },
  { id: '12-bar', name: '12 bars, slow change', sections: [{ name: 'A', numerals: slowChange }] },
  {
    id: '12-bar-quick',
    name: '12 bars, quick change',
    sections: [{ name: 'A', numerals: 'I IV I I | IV IV I I | V IV I V' }],
  },
  {
    id: '16-bar',
    name: '16 bars, a song of four-bar phrases',
    sections: [{ name: 'A', numerals: 'I I IV I | I I V V | I I IV I | I V I I' }],
  },
  { id: 'circle', name: '16 bars, a ragtime circle of fifths', sections: [{ name: 'A', numerals: strain }] },
  {
    id: '20-bar',
    name: '20 bars, eight before a twelve',
    sections: [{ name: 'A', numerals: 'I I I I | I I I I7 | IV IV I I | V IV I I | V IV I V' }],
  },
  {
    id: 'strain',
    name: '32 bars, two ragtime strains',
    sections: [
      { name: 'A', numerals: strain },
      { name: 'B', numerals: 'IV IV I I | V7 V7 I I7 | IV IV I VI7 | II7 V7 I I' },
    ],
  },
  {
    id: 'aaba',
    name: '32 bars, A A B A',
    sections: [
      { name: 'A', numerals: songA },
      { name: 'A 2', numerals: songA },
      { name: 'B', numerals: bridge },
      { name: 'A 3', numerals: songA },
    ],
  },
];

/** The bars of a form’s section. Throws on numerals that cannot be read: those of the table can. */
export function barsOfSection({ numerals }: FormPlan['sections'][number]): readonly FormBar[] {
  const bars = parseForm(numerals);
  if (!bars.ok) throw new Error(bars.fault.reason);
  return bars.value;
}

/** The whole form in numerals, as a score holds it. */
export const numeralsOf = ({ sections }: FormPlan): string =>
  sections.map(({ numerals }) => numerals).join(' | ');

export const barsOfForm = ({ sections }: FormPlan): number =>
  sections.reduce((sum, section) => sum + barsOfSection(section).length, 0);
