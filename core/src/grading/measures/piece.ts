import { shippedTuningOf } from '../../instrument/index.ts';
import type { ScoreFacts } from '../facts.ts';
import { fullness, plural, type Measured } from '../measured.ts';

export function unevenBars({ score, bars }: ScoreFacts): Measured {
  const usual = mostCommon(score.bars.map(({ metre }) => `${metre.beats}/${metre.unit}`));
  const odd = bars.flatMap((bar) => {
    const { metre, pickup } = score.bars[bar] ?? {};
    return !metre || pickup || `${metre.beats}/${metre.unit}` === usual ? [] : [{ bar, tick: 0 }];
  });
  return {
    value: odd.length,
    unit: 'bars',
    features: { oddBars: fullness(odd.length, 3) },
    where: odd,
    why: odd.length === 0 ? `every bar is ${usual ?? ''}` : `${plural(odd.length, 'bar')} not ${usual ?? ''}`,
  };
}

export function toBeLearned({ score, bars }: ScoreFacts): Measured {
  const all = score.bars.length;
  return {
    value: bars.length,
    unit: 'bars',
    features: { learned: fullness(bars.length - 1, 32) },
    where: bars.map((bar) => ({ bar, tick: 0 })),
    why:
      bars.length === all
        ? `${plural(all, 'bar')}, none played twice`
        : `${plural(bars.length, 'bar')} to learn of ${all}: the others repeat them`,
  };
}

/** Another tuning than the usual one is another map of the neck. */
export function tuning({ score }: ScoreFacts): Measured {
  const isUsual = shippedTuningOf(score.tuning)?.id === 'standard';
  return {
    value: isUsual ? 0 : 1,
    unit: isUsual ? 'standard' : 'other than standard',
    features: isUsual ? {} : { tuning: 1 },
    where: [],
    why: isUsual ? 'the usual map of the neck' : `${score.tuning.name}: another map of the neck`,
  };
}

function mostCommon(values: readonly string[]): string | undefined {
  const countOf = (value: string | undefined) => values.filter((each) => each === value).length;
  return [...new Set(values)].sort((a, b) => countOf(b) - countOf(a))[0];
}
