import { reachLimitsMm } from '../hands/index.ts';
import { numberOfBar, isOnBeat, isPicked, type PlacedNote } from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';
import type { ScoreFacts } from './facts.ts';

/** A place in the score, from 0: the bar, and the tick in it. */
interface FactPlace {
  readonly bar: number;
  readonly tick: number;
}

/** One thing that makes a score harder: a measured value, its share of the grade and why. */
interface Measured {
  readonly value: number;
  readonly unit: string;
  /** Grade points, 0 upward. */
  readonly level: number;
  readonly where: readonly FactPlace[];
  readonly why: string;
}

export type HandsConcerned = 'thumb' | 'melody' | 'both';

export interface Dimension {
  readonly name: string;
  readonly hands: HandsConcerned;
  readonly measure: (facts: ScoreFacts) => Measured;
}

const places = (notes: readonly PlacedNote[]): FactPlace[] =>
  notes.map(({ bar, note }) => ({ bar, tick: note.tick }));
const share = (part: number, whole: number): number => (whole === 0 ? 0 : part / whole);
const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/**
 * The order in which things get hard (common practice): a damped string, alternating strings, grip changes, pinches,
 * notes between beats, hammer-ons and slides, the neck and stretches, tempo. Weights are a first honest guess, from
 * memory of teaching orders, not fitted to data; docs/models.md lists them.
 */
export const dimensions: readonly Dimension[] = [
  { name: 'Off the beat', hands: 'both', measure: offBeat },
  { name: 'Thumb pattern', hands: 'thumb', measure: thumbPattern },
  { name: 'Pinches', hands: 'both', measure: pinches },
  { name: 'Grip changes', hands: 'both', measure: gripChanges },
  { name: 'Reach', hands: 'melody', measure: reach },
  { name: 'String crossings', hands: 'melody', measure: crossings },
  { name: 'Fretting-hand notes', hands: 'melody', measure: frettingHandNotes },
  { name: 'Bottleneck', hands: 'melody', measure: bottleneck },
  { name: 'Up the neck', hands: 'melody', measure: upTheNeck },
  { name: 'Uneven bars', hands: 'both', measure: unevenBars },
  { name: 'Pace', hands: 'both', measure: pace },
];

function offBeat({ offBeats, melody, thumb, score }: ScoreFacts): Measured {
  const perBar = offBeats.length / score.bars.length;
  const underThumb = thumb.length > 0 ? 1 : 0.4;
  return {
    value: offBeats.length,
    unit: 'notes',
    level: underThumb * clamp(0.35 * perBar + 0.8 * share(offBeats.length, melody.length), 0, 2.2),
    where: places(offBeats),
    why: `${offBeats.length} of ${plural(melody.length, 'melody note')} fall between the beats`,
  };
}

function thumbPattern({ thumb, score }: ScoreFacts): Measured {
  const strings = new Set(thumb.map(({ note }) => note.string)).size;
  const between = thumb.filter(({ bar, note }) => {
    const metre = score.bars[bar]?.metre;
    return metre !== undefined && !isOnBeat(metre, note.tick);
  });
  const onBeats = between.length === 0 ? '' : `, ${between.length} between the beats`;
  return {
    value: strings,
    unit: 'strings',
    level: thumb.length === 0 ? 0 : 0.15 + 0.2 * (strings - 1) + 1.2 * share(between.length, thumb.length),
    where: places(between),
    why:
      thumb.length === 0
        ? 'the thumb rests'
        : `${plural(thumb.length, 'stroke')} on ${plural(strings, 'string')}${onBeats}`,
  };
}

function pinches({ pinches: found, melody, thumb }: ScoreFacts): Measured {
  const struckTogether = share(found.length, thumb.length);
  const level = melody.length === 0 || thumb.length === 0 ? 0 : 0.25 + 0.75 * struckTogether;
  return {
    value: found.length,
    unit: 'pinches',
    level,
    where: found,
    why: `${plural(found.length, 'pinch', 'pinches')} on ${plural(thumb.length, 'thumb stroke')}`,
  };
}

function gripChanges({ gripChanges: found, score }: ScoreFacts): Measured {
  const distinct = new Set(score.bars.flatMap((bar) => bar.grips.map(({ frets }) => fretsText(frets)))).size;
  const insideBars = found.filter(({ tick }) => tick > 0).length;
  return {
    value: found.length,
    unit: 'changes',
    level: clamp(0.3 * share(found.length, score.bars.length) + 0.03 * distinct + 0.05 * insideBars, 0, 1.2),
    where: found,
    why: `${plural(found.length, 'change')} among ${plural(distinct, 'grip')} in ${plural(score.bars.length, 'bar')}`,
  };
}

function reach({ reaches, score }: ScoreFacts): Measured {
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

function crossings({ melody }: ScoreFacts): Measured {
  const picked = melody.filter(({ note }) => isPicked(note));
  const moves = picked.slice(1).filter((placed, index) => placed.note.string !== picked[index]?.note.string);
  return {
    value: moves.length,
    unit: 'crossings',
    level: 0.5 * share(moves.length, picked.length - 1),
    where: places(moves),
    why: `${moves.length} of ${plural(Math.max(0, picked.length - 1), 'move')} change string`,
  };
}

function frettingHandNotes({ melody, thumb }: ScoreFacts): Measured {
  const found = [...melody, ...thumb].filter(({ note }) => note.arrival && !note.bottleneck);
  const struck = new Set(thumb.map(({ atTicks }) => atTicks));
  const landing = found.filter(({ atTicks }) => struck.has(atTicks));
  return {
    value: found.length,
    unit: 'notes',
    level: clamp(0.12 * found.length + 0.2 * landing.length, 0, 1.4),
    where: places(found),
    why: `${plural(found.length, 'hammer-on, pull-off or slide', 'hammer-ons, pull-offs or slides')}, ${landing.length} landing with the thumb`,
  };
}

/** Under the glass slides and notes up the neck are what comes easily. Clean notes over the fret, the strings behind it still; notes between the frets and fingers pressed behind the glass make it harder. */
function bottleneck({ melody, thumb }: ScoreFacts): Measured {
  const all = [...melody, ...thumb];
  const under = all.filter(({ note }) => note.bottleneck !== undefined);
  const between = under.filter(({ note }) => (note.bottleneck?.cents ?? 0) !== 0);
  const pressed = all.filter(({ note }) => note.fret > 0 && !note.dead && !note.harmonic && !note.bottleneck);
  return {
    value: under.length,
    unit: 'notes',
    level:
      under.length === 0
        ? 0
        : clamp(
            0.8 + 0.6 * share(between.length, under.length) + 0.6 * share(pressed.length, all.length),
            0,
            1.6,
          ),
    where: places(under),
    why:
      under.length === 0
        ? 'no bottleneck'
        : `${plural(under.length, 'note')} under the bottleneck, ${between.length} between the frets, ${pressed.length} pressed beside it`,
  };
}

function upTheNeck({ melody, thumb }: ScoreFacts): Measured {
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

function unevenBars({ score }: ScoreFacts): Measured {
  const usual = mostCommon(score.bars.map(({ metre }) => `${metre.beats}/${metre.unit}`));
  const odd = score.bars.flatMap(({ metre, pickup }, bar) =>
    pickup || `${metre.beats}/${metre.unit}` === usual ? [] : [{ bar, tick: 0 }],
  );
  return {
    value: odd.length,
    unit: 'bars',
    level: clamp(0.25 * odd.length, 0, 0.75),
    where: odd,
    why: odd.length === 0 ? `every bar is ${usual ?? ''}` : `${plural(odd.length, 'bar')} not ${usual ?? ''}`,
  };
}

function pace({ melody, thumb, durationS }: ScoreFacts): Measured {
  const moments = new Set(
    [...melody, ...thumb].filter(({ note }) => !note.tied).map(({ atTicks }) => atTicks),
  ).size;
  const perSecond = share(moments, durationS);
  return {
    value: Math.round(perSecond * 10) / 10,
    unit: 'strokes a second',
    level: clamp(0.3 * (perSecond - 1), 0, 1.8),
    where: [],
    why: `${plural(moments, 'stroke')} in ${Math.round(durationS)} seconds`,
  };
}

function mostCommon(values: readonly string[]): string | undefined {
  const countOf = (value: string | undefined) => values.filter((each) => each === value).length;
  return [...new Set(values)].sort((a, b) => countOf(b) - countOf(a))[0];
}
