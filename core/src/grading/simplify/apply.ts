import { applyRemedy, inPlayingOrder, validateScore, type Bar, type Score } from '../../score/index.ts';
import { firstAlike } from '../distinct-bars.ts';
import { bassReducers } from './bass-reducers.ts';
import type { Reducer, Reduction, ReductionKind } from './reduction.ts';
import { tuneReducers } from './tune-reducers.ts';

/** How far each kind goes; what is not named is left alone. */
export type Degrees = Readonly<Partial<Record<ReductionKind, number>>>;

/** Percent of the tempo, by degree. */
const tempoPercent = [100, 90, 80];

const reducers: readonly Reducer[] = [...tuneReducers, ...bassReducers];

/** How far each kind can go. */
export const mostDegrees: Readonly<Record<string, number>> = {
  ...Object.fromEntries(reducers.map(({ kind, degrees }) => [kind, degrees])),
  tempo: tempoPercent.length - 1,
};

export interface Reduced {
  readonly score: Score;
  readonly reductions: readonly Reduction[];
}

/**
 * A score made easier by degrees, but for what is kept by its id. Bars that are alike are treated alike. The thumb is by hand from then on. Slurs and ties whose
 * note before is gone are picked.
 */
export function reduceScore(score: Score, degrees: Degrees, kept: ReadonlySet<string>): Reduced {
  const found = new Map<string, Reduction>();
  const alike = firstAlike(score);
  const bars = score.bars.map((bar, index): Bar => {
    const first = alike[index] ?? index;
    const { leftOut: _, beatPatterns: __, ...plain } = bar;
    const start: Bar = { ...plain, thumbPattern: 'by-hand' };
    const easier = reducers.reduce<Bar>((each, { kind, reduce }) => {
      const degree = degrees[kind] ?? 0;
      if (degree === 0) return each;
      return reduce({ score, index, bar: each }, degree, ({ tick, string }, what) => {
        const id = `${kind} ${first} ${tick} ${string}`;
        if (kept.has(id)) return false;
        const known = found.get(id);
        const bars = [...new Set([...(known?.bars ?? []), index])];
        found.set(id, { id, kind, bar: first, tick, bars, what });
        return true;
      });
    }, start);
    return { ...easier, notes: [...easier.notes].sort(inPlayingOrder) };
  });
  const slower = slowed({ ...score, bars }, degrees.tempo ?? 0, kept, found);
  return { score: slower, reductions: [...found.values()] };
}

function slowed(
  score: Score,
  degree: number,
  kept: ReadonlySet<string>,
  found: Map<string, Reduction>,
): Score {
  const percent = tempoPercent[degree] ?? 100;
  if (percent === 100 || kept.has('tempo 0 0 0')) return score;
  const tempoBpm = Math.round((score.tempoBpm * percent) / 100);
  found.set('tempo 0 0 0', {
    id: 'tempo 0 0 0',
    kind: 'tempo',
    bar: 0,
    tick: 0,
    bars: score.bars.map((_, index) => index),
    what: `♩ ${tempoBpm} instead of ${score.tempoBpm}`,
  });
  const bars = score.bars.map((bar) =>
    bar.tempoBpm === undefined ? bar : { ...bar, tempoBpm: Math.round((bar.tempoBpm * percent) / 100) },
  );
  return { ...score, tempoBpm, bars };
}

/** Slurs and ties that nothing leads to any more are picked. */
export const withoutLooseSlurs = (score: Score): Score =>
  validateScore(score)
    .filter(({ code }) => code.endsWith('-without-source'))
    .reduce((mended, { remedies }) => (remedies?.[0] ? applyRemedy(mended, remedies[0]) : mended), score);
