import { defaultFretCount, defaultScaleMm, standardTuning, type Tuning } from '../instrument/index.ts';
import type { Bar, Score } from './schema.ts';

/** What a new piece needs to be told; everything else has the usual value. */
export interface BlankScore {
  readonly title: string;
  readonly player?: string;
  readonly tuning?: Tuning;
  readonly barCount?: number;
  readonly thumbPattern?: string;
}

/** What a score keeps of a tuning: a shipped one carries more. */
export const keptTuning = ({ name, pitches, wholeSemitones, a4Hz }: Tuning): Score['tuning'] => ({
  name,
  pitches: [...pitches],
  ...(wholeSemitones ? { wholeSemitones } : {}),
  ...(a4Hz === undefined ? {} : { a4Hz }),
});

/** An empty score: eight bars of 4/4 in C, standard tuning, no capo, ♩ 80 straight, unless told otherwise. */
export function blankScore({
  title,
  player = '',
  tuning = standardTuning,
  barCount = 8,
  thumbPattern = 'two-string',
}: BlankScore): Score {
  const bar: Bar = { metre: { beats: 4, unit: 4 }, grips: [], notes: [] };
  return {
    title,
    player,
    key: { tonic: 'C', mode: 'major' },
    tuning: keptTuning(tuning),
    capo: 0,
    scaleMm: defaultScaleMm,
    fretCount: defaultFretCount,
    tempoBpm: 80,
    swingPercent: 50,
    thumbPattern,
    bars: Array.from({ length: barCount }, (_, index) => ({ id: `bar-${index + 1}`, ...bar })),
  };
}
