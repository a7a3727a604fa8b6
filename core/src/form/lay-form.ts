import { setSection, type Bar, type Score } from '../score/index.ts';
import { barsOfSection, type FormPlan } from './form-table.ts';

/** How many bars each section of a form has. */
export interface SectionLengths {
  readonly sections: readonly { readonly name: string; readonly bars: number }[];
}

export const lengthsOf = ({ sections }: FormPlan): SectionLengths => ({
  sections: sections.map((section) => ({ name: section.name, bars: barsOfSection(section).length })),
});

/**
 * Empty bars of a metre in place of a score's, as many as a form has, each of its sections named where it begins. A form of one section
 * needs no name for it.
 */
export function layForm(score: Score, { sections }: SectionLengths, metre: Bar['metre']): Score {
  const count = sections.reduce((sum, { bars }) => sum + bars, 0);
  const empty: Score = {
    ...score,
    bars: Array.from({ length: count }, (_, index) => ({
      id: `bar-${index + 1}`,
      metre,
      grips: [],
      notes: [],
    })),
  };
  if (sections.length < 2) return empty;
  let from = 0;
  return sections.reduce((laid, { name, bars }) => {
    const begun = setSection(laid, from, { name });
    from += bars;
    return begun;
  }, empty);
}
