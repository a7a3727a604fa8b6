import { sectionName, type Passage, type Section } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { usePieces, useRevisions } from '../../api/queries.ts';
import { useBench } from '../bench-context.tsx';
import { rangeText } from './bars-text.ts';

export interface Option {
  readonly value: string;
  readonly label: string;
}

export interface OptionGroup {
  readonly label: string;
  readonly options: readonly Option[];
}

/** States of the piece that are offered; all are in the history. */
const mostRevisions = 20;

const savedAtText = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** Everything that can be held beside the chosen section. Values are as the address has them; see `useBeside`. */
export function useBesideGroups(
  score: Score,
  sections: readonly Section[],
  passage: Passage | undefined,
): readonly OptionGroup[] {
  const { arrangementId } = useBench();
  const pieces = usePieces();
  const revisions = useRevisions(arrangementId);
  const versions = passage?.labels.filter((label) => label !== passage.chosen) ?? [];
  const groups: readonly OptionGroup[] = [
    {
      label: 'Sections',
      options: sections.map((each) => ({ value: String(each.first + 1), label: sectionName(each, score) })),
    },
    {
      label: passage ? `Versions of ${rangeText(score, passage)}` : '',
      options: versions.map((label) => ({ value: `v:${label}`, label: `the ${label} version` })),
    },
    {
      label: 'Earlier',
      options: (revisions.data?.pages[0] ?? []).slice(0, mostRevisions).map(({ version, name, savedAt }) => ({
        value: `r:${version}`,
        label: name ?? `version ${version}, ${savedAtText.format(new Date(savedAt))}`,
      })),
    },
    {
      label: 'Other pieces',
      options: (pieces.data ?? [])
        .filter((piece) => piece.arrangementId !== arrangementId && piece.archivedAt === null)
        .map((piece) => ({ value: `p:${piece.arrangementId}`, label: piece.title })),
    },
  ];
  return groups.filter(({ options }) => options.length > 0);
}
