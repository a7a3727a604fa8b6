import { sectionName, sectionsOf, type Section } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { skipToken, useQuery } from '@tanstack/react-query';
import { readArrangement, readRevision } from '../../api/queries.ts';
import type { Option } from './use-beside-groups.ts';

/** An earlier state of the piece (`r`, by its number) or another piece (`p`, by its arrangement). */
export interface OtherScore {
  readonly kind: 'r' | 'p';
  readonly key: string;
}

/** Reads the score of an earlier state, or of another piece, when one is asked for. */
export function useOtherScore(arrangementId: string, other: OtherScore | undefined) {
  const { data, isError } = useQuery({
    queryKey: ['beside', other?.kind, other?.kind === 'r' ? arrangementId : '', other?.key],
    queryFn: other
      ? () =>
          other.kind === 'r' ? readRevision(arrangementId, Number(other.key)) : readArrangement(other.key)
      : skipToken,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return { score: data?.score, hasFailed: isError };
}

/** A stretch of the other score: its bars from 0, its name, and how the address has it. */
interface Part extends Pick<Section, 'first' | 'last' | 'name'> {
  readonly value: string;
}

/** How the address has a whole piece. */
export const whole = 'all';

/** The bars of the other score: as asked for, else the section that is the same or has the same name, else all of them. */
export function partOf(there: Score, asked: string, here: Section | undefined): Part {
  const section =
    asked === whole
      ? undefined
      : (sectionsOf(there).find(({ first }) => String(first + 1) === asked) ??
        sectionsOf(there).find(
          ({ id, name }) => here && name !== '' && (id === here.id || name === here.name),
        ));
  if (!section) return { first: 0, last: there.bars.length - 1, name: '', value: whole };
  const { first, last } = section;
  return { first, last, name: sectionName(section, there), value: String(first + 1) };
}

/** What can be chosen of the other score; nothing where it is one section. */
export function partsOf(there: Score): readonly Option[] {
  const sections = sectionsOf(there);
  if (sections.length < 2) return [];
  return [
    { value: whole, label: 'all of it' },
    ...sections.map((each) => ({ value: String(each.first + 1), label: sectionName(each, there) })),
  ];
}
