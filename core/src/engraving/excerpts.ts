import type { Score } from '../score/index.ts';
import { drawExcerpt, type ExcerptPicture, type SheetOptions } from './draw-system.ts';
import { layoutSheet, sheetMeasures } from './sheet-layout.ts';

/** The tab alone of a short score, system by system. `width` is in units of the sheet. */
export const drawExcerpts = (score: Score, shown: SheetOptions['shown'], width: number): ExcerptPicture[] =>
  layoutSheet(score, { ...sheetMeasures, width, metreLead: 0 }).map((layout) =>
    drawExcerpt(score, layout, shown),
  );
