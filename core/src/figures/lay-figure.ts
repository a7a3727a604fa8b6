import { fail, ok, type Result } from '../fault/index.ts';
import { barDifference, isNoDifference, linkAlikeRiff, linkBar } from '../form/index.ts';
import {
  barTicks,
  gripAt,
  inPlayingOrder,
  isSameValue,
  insertBarAfter,
  numberOfBar,
  withoutBrokenTies,
  withWordsOf,
  wordsOf,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { applyThumb, barPattern, byHand } from '../thumb/index.ts';
import type { Figure } from './figure.ts';

export interface LaidFigure {
  readonly score: Score;
  /** First bar with the figure, and the last; from 0. */
  readonly first: number;
  readonly last: number;
  /** Bars that play the same as an earlier one and are linked to it now; from 0. */
  readonly linked: readonly number[];
  /** Whether it plays within a bar what an earlier part of a bar plays, and follows that now. */
  readonly isRiff: boolean;
  /** Notes of the figure whose string a voice that stays takes at that moment: they are not laid. */
  readonly leftOut: number;
}

/**
 * Lays a figure from a bar on, on the beats it has: its voices and its grips take the place of what was there meanwhile. A voice it does not have, and
 * whatever lies before its first beat and after its last, stays. Bars are added where the piece ends first. A bar that comes out like an earlier one is
 * linked to it; where only the figure itself was played before, on another beat, that is linked. Refused: a bar of another length, another tuning.
 */
export function layFigure(score: Score, bar: number, figure: Figure): Result<LaidFigure> {
  if (figure.score.tuning.pitches.join() !== score.tuning.pitches.join())
    return fail(
      `The figure is in ${figure.score.tuning.name}, the piece in ${score.tuning.name}`,
      'Lay one of its ways in the tuning of the piece',
    );
  const longer = lengthened(score, bar + figure.score.bars.length);
  if (!longer.ok) return longer;
  const room = longer.value;
  const odd = figure.score.bars.findIndex(
    ({ metre }, index) => barTicks(metre) !== barTicks(room.bars[bar + index]?.metre ?? metre),
  );
  if (odd >= 0)
    return fail(
      'The bar is not as long as the figure’s',
      'Choose a bar of its metre, or change the metre of the bar',
      {
        bar: numberOfBar(room, bar + odd),
      },
    );
  const last = bar + figure.score.bars.length - 1;
  const laid = figure.score.bars.reduce<Laying>(
    (sum, _, index) => withBar(sum, room, bar + index, figure, index),
    { score: room, leftOut: 0 },
  );
  const held = applyThumb(withGripAfter(laid.score, room, bar, figure));
  const whole = withLinks({
    score: withoutBrokenTies(held, room),
    first: bar,
    last,
    linked: [],
    isRiff: false,
    leftOut: laid.leftOut,
  });
  return ok(whole.linked.length > 0 ? whole : asRiff(whole, figure));
}

/** A figure of one bar that was played before, on whichever beat, follows what it repeats. */
function asRiff(laid: LaidFigure, figure: Figure): LaidFigure {
  const [only, ...others] = figure.score.bars;
  if (!only || others.length > 0) return laid;
  const [tick, until] = rangeIn(figure, 0);
  const score = (['melody', 'thumb'] as const).reduce(
    (each, voice) => linkAlikeRiff(each, laid.first, { voice, tick, ticks: until - tick }),
    laid.score,
  );
  return score === laid.score ? laid : { ...laid, score, isRiff: true };
}

type Laying = Pick<LaidFigure, 'score' | 'leftOut'>;

/** Empty bars behind the last, of its metre. */
function lengthened(score: Score, barCount: number): Result<Score> {
  let longer: Result<Score> = ok(score);
  while (longer.ok && longer.value.bars.length < barCount)
    longer = insertBarAfter(longer.value, longer.value.bars.length - 1);
  return longer;
}

/** From when to when the figure plays in one of its bars. */
const rangeIn = ({ score, fromTick, toTick }: Figure, index: number): readonly [number, number] => {
  const metre = score.bars[index]?.metre ?? { beats: 4, unit: 4 as const };
  return [index === 0 ? fromTick : 0, index === score.bars.length - 1 ? toTick : barTicks(metre)];
};

function withBar(laying: Laying, before: Score, at: number, figure: Figure, index: number): Laying {
  const { score } = laying;
  const [bar, source] = [score.bars[at], figure.score.bars[index]];
  if (!bar || !source) return laying;
  const [from, until] = rangeIn(figure, index);
  const isInside = ({ tick }: { readonly tick: number }) => tick >= from && tick < until;
  const voices = new Set(figure.score.bars.flatMap(({ notes }) => notes.map(({ voice }) => voice)));
  const kept = bar.notes
    .filter((note) => !voices.has(note.voice) || !isInside(note))
    .map((note) => (voices.has(note.voice) ? endingBy(note, from) : note));
  const isTaken = (note: Note) =>
    kept.some(({ tick, string }) => tick === note.tick && string === note.string);
  const own = source.notes
    .filter((note) => !isTaken(note))
    .map((note): Note => (note.voice === 'thumb' ? { ...note, byHand: true } : { ...note }));
  const grips =
    source.grips.length === 0 && index === 0
      ? bar.grips
      : [...bar.grips.filter((grip) => !isInside(grip)), ...source.grips];
  const notes = [...kept, ...own].sort(inPlayingOrder);
  const next: Bar = { ...bar, notes, grips: grips.sort((a, b) => a.tick - b.tick) };
  const laid = voices.has('thumb') ? withoutStrokes(before, next, at, [from, until]) : next;
  return {
    score: { ...score, bars: score.bars.with(at, withWordsOf(laid, wordsOf(bar))) },
    leftOut: laying.leftOut + source.notes.length - own.length,
  };
}

/** A note that sounds on into the figure ends where that begins. */
const endingBy = (note: Note, from: number): Note =>
  note.tick < from && note.tick + note.durationTicks > from
    ? { ...note, durationTicks: from - note.tick }
    : note;

/** Strokes of the bar’s pattern within the figure are left out, as it has its own. */
function withoutStrokes(before: Score, bar: Bar, at: number, [from, until]: readonly [number, number]): Bar {
  if (barPattern(before, at) === byHand) return bar;
  const strokes = applyThumb(before).bars[at]?.notes.filter(({ voice }) => voice === 'thumb') ?? [];
  const own = new Set(bar.notes.filter((note) => note.byHand).map(({ tick }) => tick));
  const inside = strokes
    .map(({ tick }) => tick)
    .filter((tick) => tick >= from && tick < until && !own.has(tick));
  const outside = (bar.leftOut ?? []).filter((tick) => tick < from || tick >= until);
  const leftOut = [...new Set([...outside, ...inside])].sort((a, b) => a - b);
  const { leftOut: _, ...rest } = bar;
  return leftOut.length === 0 ? rest : { ...rest, leftOut };
}

/** What was held on past the figure is laid again after it. */
function withGripAfter(score: Score, before: Score, first: number, figure: Figure): Score {
  const lastIndex = figure.score.bars.length - 1;
  const at = first + lastIndex;
  const [, until] = rangeIn(figure, lastIndex);
  const bar = score.bars[at];
  if (!bar) return score;
  const isFull = until >= barTicks(bar.metre);
  const [place, tick] = isFull ? [at + 1, 0] : [at, until];
  const next = score.bars[place];
  const was = next && gripAt(before, place, tick);
  if (
    !next ||
    !was ||
    next.grips.some((grip) => grip.tick === tick) ||
    sameGrip(gripAt(score, place, tick), was)
  )
    return score;
  const grips = [...next.grips, { ...was, tick }].sort((a, b) => a.tick - b.tick);
  return { ...score, bars: score.bars.with(place, { ...next, grips }) };
}

const sameGrip = (a: PlacedGrip | undefined, b: PlacedGrip): boolean =>
  a !== undefined && isSameValue({ ...a, tick: 0 }, { ...b, tick: 0 });

/** Bars that now play what an earlier bar plays follow it from now on. */
function withLinks(laid: LaidFigure): LaidFigure {
  let { score } = laid;
  const linked: number[] = [];
  for (let index = laid.first; index <= laid.last; index += 1) {
    const bar = score.bars[index];
    const twin =
      bar?.sameAs === undefined
        ? score.bars.findIndex((each, at) => at < index && bar && isAlike(each, bar))
        : -1;
    if (twin < 0) continue;
    const next = linkBar(score, index, twin);
    if (next !== score) linked.push(index);
    score = next;
  }
  return { ...laid, score, linked };
}

const isAlike = (a: Bar, b: Bar): boolean =>
  a.id !== undefined && b.notes.length > 0 && isNoDifference(barDifference(a, b));
