import { gradeStudy } from '../grading/index.ts';
import { tuningLetters } from '../instrument/index.ts';
import type { Study } from '../score/index.ts';

/** A figure at the head of a sheet: what it is, and what it measures. */
export interface SheetFigure {
  readonly label: string;
  readonly value: string;
}

export const swingWords = (percent: number): string =>
  percent === 50 ? 'straight' : `${Math.round(percent)} : ${100 - Math.round(percent)}`;

/** The figures that head every sheet: tuning, capo, tempo, swing, and whatever is out of the ordinary. */
export function sheetFigures(study: Study, shown: (name: string) => string): SheetFigure[] {
  const { wholeSemitones = 0, a4Hz = 440 } = study.tuning;
  return [
    { label: 'tuning, 6 to 1', value: shown(tuningLetters(study.tuning)) },
    ...(wholeSemitones === 0
      ? []
      : [
          {
            label: 'whole guitar',
            value: `${Math.abs(wholeSemitones)} ${wholeSemitones < 0 ? 'lower' : 'higher'}`,
          },
        ]),
    ...(a4Hz === 440 ? [] : [{ label: 'concert pitch', value: `A ${a4Hz}` }]),
    { label: 'capo', value: study.capo === 0 ? 'none' : String(study.capo) },
    { label: 'tempo', value: `♩ ${study.tempoBpm}` },
    { label: 'swing', value: swingWords(study.swingPercent) },
  ];
}

/** The measured grade as a figure. */
export const gradeFigure = (study: Study): SheetFigure => ({
  label: 'grade',
  value: `${gradeStudy(study).grade} of 8`,
});

/** How to read a printed sheet, and the usual caution. */
export const sheetLegend = (study: Pick<Study, 'capo'>): string =>
  `Square: thumb. Circle: melody. Joined by a bar: pinch both. Letters: picking fingers. Small numbers: fretting fingers. ` +
  `Strings are numbered 1, thinnest, to 6; frets count from ${study.capo > 0 ? `the capo at fret ${study.capo}` : 'the nut'}. ` +
  `Rest every 20 minutes; stop if anything hurts, tingles or goes numb.`;
