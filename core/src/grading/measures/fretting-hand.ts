import { reachLimitsMm } from '../../hands/index.ts';
import { numberOfBar, type Score } from '../../score/index.ts';
import { fretsText } from '../../shapes/index.ts';
import type { ScoreFacts, VoiceEvent } from '../facts.ts';
import { fullness, momentsOf, places, plural, rate, type Measured } from '../measured.ts';

export function gripChanges({ gripChanges: found, bars, score }: ScoreFacts): Measured {
  const distinct = new Set(
    bars.flatMap((bar) => (score.bars[bar]?.grips ?? []).map(({ frets }) => fretsText(frets))),
  ).size;
  const insideBars = found.filter(({ tick }) => tick > 0);
  return {
    value: found.length,
    unit: 'changes',
    features: {
      changeRate: rate(found, bars, 2),
      changeInside: rate(insideBars, bars, 2),
      grips: fullness(distinct - 1, 7),
    },
    where: found,
    why: `${plural(found.length, 'change')} among ${plural(distinct, 'grip')} in ${plural(bars.length, 'bar')} to learn`,
  };
}

export function barres({ barres: found, bars }: ScoreFacts): Measured {
  return {
    value: found.length,
    unit: 'grips',
    features: found.length === 0 ? {} : { barreAny: 1, barreRate: rate(found, bars, 1) },
    where: found,
    why:
      found.length === 0
        ? 'no barre'
        : `${plural(found.length, 'grip')} with a barre over three strings or more`,
  };
}

export function reach({ reaches, bars, score }: ScoreFacts): Measured {
  const widest = reaches.reduce((most, each) => Math.max(most, each.spanMm), 0);
  const held = reaches.filter(({ spanMm }) => spanMm > reachLimitsMm.comfortable * 0.7);
  const wide = new Set(held.map(({ bar }) => bar));
  const first = reaches.find(({ spanMm }) => spanMm === widest);
  return {
    value: Math.round(widest),
    unit: 'mm',
    features: {
      reachWidest: fullness(widest - 40, 96),
      reachOften: rate(
        [...wide].map((bar) => ({ bar, tick: 0 })),
        bars,
        1,
      ),
    },
    where: held.map(({ bar, tick }) => ({ bar, tick })),
    why:
      first && widest > 0
        ? `frets ${first.lowestFret} and ${first.highestFret} together in bar ${numberOfBar(score, first.bar)}, scale ${score.scaleMm} mm`
        : 'one fret at a time',
  };
}

export function upTheNeck({ melody, thumb, bars }: ScoreFacts): Measured {
  const above = [...melody, ...thumb].filter(({ note }) => note.fret > 4 && !note.bottleneck);
  const highest = above.reduce((most, { note }) => Math.max(most, note.fret), 0);
  return {
    value: highest,
    unit: 'fret',
    features: {
      upRate: rate(places(above), bars, 6),
      upHeight: fullness(highest - 4, 12),
    },
    where: places(above),
    why:
      above.length === 0
        ? 'all within the first four frets'
        : `${plural(above.length, 'note')} above fret 4, highest fret ${highest}`,
  };
}

/** Frets that lie under four fingers without moving the hand. */
const framed = 4;

/** The hand leaves four frets for others: what the tune does, on every string, while open strings let it stay. */
export function shifts({ melodyEvents, bars, score }: ScoreFacts): Measured {
  const moves: { readonly event: VoiceEvent; readonly mm: number }[] = [];
  let low: number | undefined;
  for (const event of melodyEvents) {
    const frets = event.notes.flatMap(({ note }) =>
      note.fret > 0 && !note.dead && !note.harmonic && !note.bottleneck ? [note.fret] : [],
    );
    if (frets.length === 0) continue;
    const [lowest, highest] = [Math.min(...frets), Math.max(...frets)];
    const before: number = low ?? (highest <= framed ? 1 : lowest);
    const now = lowest < before ? lowest : highest >= before + framed ? highest - framed + 1 : before;
    if (low !== undefined && now !== before)
      moves.push({ event, mm: Math.abs(fretMm(score, now) - fretMm(score, before)) });
    low = now;
  }
  const longest = Math.max(0, ...moves.map(({ mm }) => mm));
  return {
    value: moves.length,
    unit: 'shifts',
    features: {
      shiftRate: rate(momentsOf(moves.map(({ event }) => event)), bars, 2),
      shiftLength: fullness(longest, 200),
    },
    where: momentsOf(moves.map(({ event }) => event)),
    why:
      moves.length === 0
        ? 'the hand stays over its four frets'
        : `${plural(moves.length, 'shift')} of the hand for the tune, the longest ${Math.round(longest)} mm`,
  };
}

/** From the nut, in mm: scale · (1 − 2^(−n/12)), equal temperament. */
const fretMm = ({ scaleMm, capo }: Score, fret: number): number => scaleMm * (1 - 2 ** (-(fret + capo) / 12));
