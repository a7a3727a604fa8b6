import type { PieceSummary } from '@jocund/contract';
import { writeCsv } from '@jocund/core/formats/csv';
import { keyText } from '@jocund/core/pitch';
import { saveFile } from '../ui/save-file.ts';

/** The pieces of a list as a table, one row a piece. */
export const piecesCsv = (pieces: readonly PieceSummary[]): string =>
  writeCsv(
    ['title', 'after', 'key', 'tuning', 'capo', 'tempo', 'bars', 'grade', 'errors', 'warnings', 'updated'],
    pieces.map(({ title, player, key, tuningName, capo, tempoBpm, barCount, figures, updatedAt }) => [
      title,
      player,
      keyText(key),
      tuningName,
      capo,
      tempoBpm,
      barCount,
      figures ? Math.round(figures.gradePoints * 10) / 10 : '',
      figures?.errorCount ?? '',
      figures?.warningCount ?? '',
      updatedAt.slice(0, 10),
    ]),
  );

/** Hands the list to the browser as a CSV file. */
export const takeList = (pieces: readonly PieceSummary[]): void =>
  saveFile(piecesCsv(pieces), 'text/csv', 'repertoire.csv');
