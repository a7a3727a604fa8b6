import { reachLimitsMm } from '../../hands/index.ts';
import { numberOfBar } from '../../score/index.ts';
import { fretsText } from '../../shapes/index.ts';
import type { ScoreFacts } from '../facts.ts';
import { clamp, places, plural, share, type Measured } from '../measured.ts';

export function gripChanges({ gripChanges: found, bars, score }: ScoreFacts): Measured {
  const distinct = new Set(
    bars.flatMap((bar) => (score.bars[bar]?.grips ?? []).map(({ frets }) => fretsText(frets))),
  ).size;
  const insideBars = found.filter(({ tick }) => tick > 0).length;
  return {
    value: found.length,
    unit: 'changes',
    level: clamp(0.3 * share(found.length, bars.length) + 0.03 * distinct + 0.05 * insideBars, 0, 1.2),
    where: found,
    why: `${plural(found.length, 'change')} among ${plural(distinct, 'grip')} in ${plural(bars.length, 'bar')} to learn`,
  };
}

export function barres({ barres: found, bars }: ScoreFacts): Measured {
  return {
    value: found.length,
    unit: 'grips',
    level: found.length === 0 ? 0 : clamp(0.4 + 0.6 * share(found.length, bars.length), 0, 1),
    where: found,
    why:
      found.length === 0
        ? 'no barre'
        : `${plural(found.length, 'grip')} with a barre over three strings or more`,
  };
}

export function reach({ reaches, score }: ScoreFacts): Measured {
  const widest = reaches.reduce((most, each) => Math.max(most, each.spanMm), 0);
  const held = reaches.filter(({ spanMm }) => spanMm > reachLimitsMm.comfortable * 0.7);
  const first = reaches.find(({ spanMm }) => spanMm === widest);
  return {
    value: Math.round(widest),
    unit: 'mm',
    level: clamp((widest - 40) / 60, 0, 1.6),
    where: held.map(({ bar, tick }) => ({ bar, tick })),
    why:
      first && widest > 0
        ? `frets ${first.lowestFret} and ${first.highestFret} together in bar ${numberOfBar(score, first.bar)}, scale ${score.scaleMm} mm`
        : 'one fret at a time',
  };
}

export function upTheNeck({ melody, thumb }: ScoreFacts): Measured {
  const above = [...melody, ...thumb].filter(({ note }) => note.fret > 4 && !note.bottleneck);
  const highest = above.reduce((most, { note }) => Math.max(most, note.fret), 0);
  return {
    value: highest,
    unit: 'fret',
    level: clamp(
      0.9 * share(above.length, melody.length + thumb.length) + (highest > 4 ? 0.04 * (highest - 4) : 0),
      0,
      1.2,
    ),
    where: places(above),
    why:
      above.length === 0
        ? 'all within the first four frets'
        : `${plural(above.length, 'note')} above fret 4, highest fret ${highest}`,
  };
}
