import type { WeighedTerm } from '@jocund/core/fingering';

/** "+12 mm", "−3 mm", "no dearer": what a choice costs the whole piece, in millimetres of stretch. */
export function moreWords(moreMm: number): string {
  const rounded = Math.round(moreMm);
  if (rounded === 0) return 'no dearer';
  return `${rounded > 0 ? '+' : '−'}${Math.abs(rounded)} mm`;
}

/** "shift 77, reach 6": what makes most of a difference, signs only where something is saved. */
export const reasonWords = (reasons: readonly WeighedTerm[]): string =>
  reasons
    .map(({ name, mm }) => `${name} ${mm < 0 ? '−' : ''}${Math.max(1, Math.round(Math.abs(mm)))}`)
    .join(', ');
