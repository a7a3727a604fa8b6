import { fail, ok, type Result } from '../fault/index.ts';
import { barChords } from '../form/index.ts';
import {
  barTicks,
  gripAt,
  momentOf,
  numberOfBar,
  ticksOf,
  withoutBrokenTies,
  type Bar,
  type Moment,
  type Note,
  type Score,
} from '../score/index.ts';
import { bareScore } from './bare-score.ts';
import type { Figure } from './figure.ts';
import { figureLimits } from './limits.ts';
import type { FigureRole } from './roles.ts';

export interface FigureCut {
  readonly from: Moment;
  /** The first moment that is no part of it. */
  readonly to: Moment;
  readonly name: string;
  readonly role: FigureRole;
  readonly id: string;
}

/**
 * Lifts a figure out of a piece: what both voices play from one moment up to another, with the grips held meanwhile. It leads to the chord that is
 * held at its end. Notes that sound on past the end are cut there. Refused: nothing to be heard, or more than eight bars.
 */
export function cutFigure(score: Score, { from, to, name, role, id }: FigureCut): Result<Figure> {
  const last = lastBarOf(score, from, to);
  if (!last) return fail('The end of the figure is not after its beginning', 'Choose a later end');
  if (last.bar - from.bar + 1 > figureLimits.bars)
    return fail(`A figure has at most ${figureLimits.bars} bars`, 'Choose a shorter passage', {
      bar: numberOfBar(score, from.bar),
    });
  const bars = score.bars.slice(from.bar, last.bar + 1).map((bar, index, all): Bar => {
    const begin = index === 0 ? from.tick : 0;
    const end = index === all.length - 1 ? last.tick : barTicks(bar.metre);
    return cutBar(score, from.bar + index, { begin, end, isFirst: index === 0 });
  });
  if (bars.every(({ notes }) => notes.length === 0))
    return fail('No note is struck there', 'Choose a passage that plays something', {
      bar: numberOfBar(score, from.bar),
    });
  const leadsTo = chordAt(score, to);
  return ok({
    id,
    role,
    ...(leadsTo === undefined ? {} : { leadsTo }),
    fromTick: from.tick,
    toTick: last.tick,
    score: withoutBrokenTies({
      ...bareScore(score, from.bar),
      title: name.slice(0, figureLimits.nameLength),
      bars,
    }),
  });
}

/** The last bar with the tick it ends at: a figure that ends on a bar line ends with the bar before it. */
function lastBarOf(score: Score, from: Moment, to: Moment): Moment | undefined {
  const [begin, end] = [ticksOf(score, from), ticksOf(score, to)];
  if (end <= begin) return undefined;
  const { bar, tick } = momentOf(score, end);
  const before = score.bars[bar - 1];
  return tick === 0 && before ? { bar: bar - 1, tick: barTicks(before.metre) } : { bar, tick };
}

interface Part {
  readonly begin: number;
  readonly end: number;
  readonly isFirst: boolean;
}

/** The first bar begins with the grip that is held there, wherever it was laid. */
function cutBar(score: Score, index: number, { begin, end, isFirst }: Part): Bar {
  const bar = score.bars[index];
  if (!bar) return { metre: { beats: 4, unit: 4 }, grips: [], notes: [] };
  const held = isFirst ? gripAt(score, index, begin) : undefined;
  const laid = bar.grips.filter(({ tick }) => (held ? tick > begin : tick >= begin) && tick < end);
  return {
    metre: bar.metre,
    grips: [...(held ? [{ ...held, tick: begin }] : []), ...laid],
    notes: bar.notes.filter(({ tick }) => tick >= begin && tick < end).map((note) => cutNote(note, end)),
  };
}

const cutNote = (note: Note, end: number): Note => {
  const { id: _, comment: __, lyric: ___, byHand: ____, ...kept } = note;
  return { ...kept, durationTicks: Math.min(note.durationTicks, end - note.tick) };
};

function chordAt(score: Score, at: Moment): string | undefined {
  const { bar, tick } = momentOf(score, ticksOf(score, at));
  if (ticksOf(score, at) >= ticksOf(score, { bar: score.bars.length, tick: 0 })) return undefined;
  return barChords(score, bar).findLast((chord) => chord.tick <= tick)?.numeral;
}
