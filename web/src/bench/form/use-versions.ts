import { sectionName, type Section } from '@jocund/core/form';
import type { Versions } from '../transport/version-switch.tsx';
import { useFormView } from './use-form-view.ts';

/** The chosen section and the one beside it, as two versions to be heard; undefined while there is only one. */
export function useVersions(): Versions | undefined {
  const { score, chosen, beside } = useFormView();
  if (!chosen || !beside) return undefined;
  const version = (section: Section) => ({
    name: sectionName(section, score),
    fromBar: section.first,
    toBar: section.last,
  });
  return { a: version(beside), b: version(chosen.section) };
}
