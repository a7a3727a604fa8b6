import { reachLimitsMm } from '../../hands/index.ts';
import { barTicks, numberOfBar, type Score } from '../../score/index.ts';
import { fretsText } from '../../shapes/index.ts';
import type { FactPlace, ScoreFacts, VoiceEvent } from '../facts.ts';
import { fullness, momentsOf, places, plural, rate, type Measured } from '../measured.ts';

/** From the last stroke of either hand under the grip before to the change, a fingertip goes this fast at the fullest, in mm a second (from memory). */
const fastMmPerSecond = 400;

export function gripChanges(facts: ScoreFacts): Measured {
  const { gripChanges: found, bars, score } = facts;
  const distinct = new Set(
    bars.flatMap((bar) => (score.bars[bar]?.grips ?? []).map(({ frets }) => fretsText(frets))),
  ).size;
  const insideBars = found.filter(({ tick }) => tick > 0);
  const speeds = found.map((change) => change.longestMm / secondsBefore(facts, change));
  const fastest = Math.max(0, ...speeds);
  const at = found[speeds.indexOf(fastest)];
  const way =
    at && fastest > 0
      ? `; the quickest: ${Math.round(at.longestMm)} mm in ${secondsBefore(facts, at).toFixed(1)} s to bar ${numberOfBar(score, at.bar)}`
      : '';
  return {
    value: found.length,
    unit: 'changes',
    features: {
      changeRate: rate(found, bars, 2),
      changeInside: rate(insideBars, bars, 2),
      changeSpeed: fullness(fastest, fastMmPerSecond),
      grips: fullness(distinct - 1, 7),
    },
    where: found,
    why: `${plural(found.length, 'change')} among ${plural(distinct, 'grip')} in ${plural(bars.length, 'bar')} to learn${way}`,
  };
}

/** Time that a change of grip has: from the last stroke before it, at most a bar. */
function secondsBefore({ score, strokes, secondsOf }: ScoreFacts, { bar, tick }: FactPlace): number {
  const ticksOf = (index: number) => barTicks(score.bars[index]?.metre ?? { beats: 4, unit: 4 });
  const from = tick > 0 ? bar : bar - 1;
  const end = tick > 0 ? tick : ticksOf(from);
  const last = strokes(from).findLast((each) => each < end) ?? 0;
  return (secondsOf(from) * (end - last)) / ticksOf(from);
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

export function thumbOver({ thumbsOver: found, bars }: ScoreFacts): Measured {
  return {
    value: found.length,
    unit: 'grips',
    features: found.length === 0 ? {} : { thumbOverAny: 1, thumbOverRate: rate(found, bars, 1) },
    where: found,
    why:
      found.length === 0
        ? 'the thumb stays behind the neck'
        : `${plural(found.length, 'grip')} with the thumb over the edge of the neck`,
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
