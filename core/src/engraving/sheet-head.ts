import { gradeScore } from '../grading/index.ts';
import { tuningLetters } from '../instrument/index.ts';
import type { Score } from '../score/index.ts';

/** A figure at the head of a sheet: what it is, and what it measures. */
export interface SheetFigure {
  readonly label: string;
  readonly value: string;
}

export const swingWords = (percent: number): string =>
  percent === 50 ? 'straight' : `${Math.round(percent)} : ${100 - Math.round(percent)}`;

/** The figures that head every sheet: tuning, capo, tempo, swing, and whatever is out of the ordinary. */
export function sheetFigures(score: Score, shown: (name: string) => string): SheetFigure[] {
  const { wholeSemitones = 0, a4Hz = 440 } = score.tuning;
  return [
    { label: 'tuning, 6 to 1', value: shown(tuningLetters(score.tuning)) },
    ...(wholeSemitones === 0
      ? []
      : [
          {
            label: 'whole guitar',
            value: `${Math.abs(wholeSemitones)} ${wholeSemitones < 0 ? 'lower' : 'higher'}`,
          },
        ]),
    ...(a4Hz === 440 ? [] : [{ label: 'concert pitch', value: `A ${a4Hz}` }]),
    { label: 'capo', value: score.capo === 0 ? 'none' : String(score.capo) },
    { label: 'tempo', value: `♩ ${score.tempoBpm}` },
    { label: 'swing', value: swingWords(score.swingPercent) },
  ];
}

/** The grade as a figure: measured, where none is given. */
export const gradeFigure = (score: Score, grade = gradeScore(score).grade): SheetFigure => ({
  label: 'grade',
  value: `${grade} of 8`,
});
