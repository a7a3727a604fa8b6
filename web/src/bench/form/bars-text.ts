import type { Section } from '@jocund/core/form';
import { barsText, numberOfBar, type Score } from '@jocund/core/score';

/** "bars 5–8", as the bars are numbered on the sheet. */
export const rangeText = (score: Score, { first, last }: Pick<Section, 'first' | 'last'>): string =>
  barsText(score.bars.slice(first, last + 1).map((_, index) => numberOfBar(score, first + index)));
