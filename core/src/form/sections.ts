import type { Bar, Score } from '../score/index.ts';

/** A stretch of bars under one name. */
export interface Section {
  /** The section's id; undefined for the bars before the first section, and for one that has not been kept yet. */
  readonly id: string | undefined;
  /** Empty for the bars before the first section. */
  readonly name: string;
  /** Indexes from 0, both included. */
  readonly first: number;
  readonly last: number;
}

/** The sections of a score as they are written. A score without any is one section without a name. */
export function sectionsOf({ bars }: { readonly bars: readonly Pick<Bar, 'section'>[] }): Section[] {
  const starts = bars.flatMap((bar, index) => (bar.section || index === 0 ? [index] : []));
  return starts.map((first, each) => ({
    id: bars[first]?.section?.id,
    name: bars[first]?.section?.name ?? '',
    first,
    last: (starts[each + 1] ?? bars.length) - 1,
  }));
}

/** The section a bar belongs to. */
export const sectionAt = (score: Pick<Score, 'bars'>, bar: number): Section | undefined =>
  sectionsOf(score).find(({ first, last }) => first <= bar && bar <= last);

/** What a section is called: bars before the first have no name of their own. */
export const sectionName = ({ name }: Section, { bars }: Pick<Score, 'bars'>): string =>
  name || (bars.some(({ section }) => section) ? 'Beginning' : 'The piece');

/** The bars of a section. */
export const barsOf = ({ first, last }: Section, { bars }: Pick<Score, 'bars'>): readonly Bar[] =>
  bars.slice(first, last + 1);
