import { fail, ok, type Result } from '../fault/index.ts';
import { scoreLimits, setSection, unnamed, type Bar, type Score } from '../score/index.ts';
import { breakLink, linkBar, linkState, baseOf } from './links.ts';
import { barsOf, sectionsOf, type Section } from './sections.ts';
import { withoutPlace } from './without-place.ts';

/** One turn of the performance: a section, and which of its turns it is. */
export interface Turn {
  readonly section: Section;
  /** From 1. */
  readonly time: number;
}

/** The sections in the order they are played. Bars before the first section come first; those not in the order are not played. */
export function turnsOf(score: Score): Turn[] {
  const sections = sectionsOf(score);
  const lead = sections.filter(({ name }) => name === '');
  const named = score.order
    ? score.order.flatMap((id) => sections.filter((section) => section.id === id))
    : sections.filter(({ name }) => name !== '');
  const met = new Map<Section, number>();
  return [...lead, ...named].map((section) => {
    const time = (met.get(section) ?? 0) + 1;
    met.set(section, time);
    return { section, time };
  });
}

/** Sections that are written and never played. */
export const unplayedSections = (score: Score): Section[] => {
  const played = new Set(turnsOf(score).map(({ section }) => section));
  return sectionsOf(score).filter((section) => ![...played].some(({ first }) => first === section.first));
};

/** The order of performance as ids, also where none is written down. */
const idsOf = (score: Score): string[] =>
  score.order ?? sectionsOf(score).flatMap(({ id, name }) => (id !== undefined && name !== '' ? [id] : []));

/** Puts the order of performance down; the order as written needs no writing down. */
export function setOrder(score: Score, order: readonly string[]): Result<Score> {
  const { order: _, ...rest } = score;
  if (order.length === 0 || order.join() === idsOf(rest).join()) return ok(rest);
  if (order.length > scoreLimits.order)
    return fail(
      `At most ${scoreLimits.order} sections are played one after the other`,
      'Leave one out first',
    );
  return ok({ ...rest, order: [...order] });
}

/** Plays a turn earlier (−1) or later (1); `turn` counts named sections in playing order from 0. */
export function moveTurn(score: Score, turn: number, by: 1 | -1): Result<Score> {
  const order = idsOf(score);
  const [moved, other] = [order[turn], order[turn + by]];
  if (moved === undefined || other === undefined) return ok(score);
  return setOrder(score, order.with(turn, other).with(turn + by, moved));
}

/** Plays a turn once more, right after it. */
export function repeatTurn(score: Score, turn: number): Result<Score> {
  const order = idsOf(score);
  const again = order[turn];
  return again === undefined ? ok(score) : setOrder(score, order.toSpliced(turn + 1, 0, again));
}

/** Plays a turn no longer; the section stays written. The last turn stays. */
export function dropTurn(score: Score, turn: number): Result<Score> {
  const order = idsOf(score);
  return order.length < 2 ? ok(score) : setOrder(score, order.toSpliced(turn, 1));
}

/** Gives the piece a first section, where it has none: from its first whole bar. */
export function withFirstSection(score: Score, name: string, newId: () => string): Score {
  if (score.bars.some(({ section }) => section)) return score;
  const first = score.bars[0]?.pickup && score.bars.length > 1 ? 1 : 0;
  return setSection(score, first, { id: newId(), name });
}

/**
 * A new section at the end that is the same as another, or as some of its bars: every bar is linked. It is played last, but before an ending.
 * `name` names it; indexes count from 0, both included.
 */
export function addSectionAs(
  score: Score,
  { first, last }: Pick<Section, 'first' | 'last'>,
  name: string,
  newId: () => string,
): Result<Score> {
  if (score.bars.length + last - first + 1 > scoreLimits.bars)
    return fail(
      `A piece has at most ${scoreLimits.bars} bars`,
      'Play a section again instead, or begin a second piece',
    );
  const named = withFirstSection(score, 'Verse 1', newId);
  const order = idsOf(named);
  const id = newId();
  const copies = named.bars.slice(first, last + 1).map((bar, index): Bar => {
    return {
      ...withoutPlace(bar),
      id: newId(),
      ...(bar.id === undefined ? {} : { sameAs: bar.id }),
      ...(index === 0 ? { section: { id, name } } : {}),
      notes: bar.notes.map(({ lyric: _lyric, comment: _comment, ...note }) => unnamed(note)),
    };
  });
  const sections = new Map(sectionsOf(named).map((section) => [section.id, section.name]));
  const endsWell = isEnding(sections.get(order.at(-1) ?? '') ?? '') && !isEnding(name);
  const played = endsWell ? [...order.slice(0, -1), id, ...order.slice(-1)] : [...order, id];
  return setOrder({ ...named, bars: [...named.bars, ...copies] }, played);
}

/** What closes a piece, by its name (common practice). */
const isEnding = (name: string): boolean => /^(ending|outro|coda|tag)\b/i.test(name);

/** Links the bars of a section to another’s, bar by bar, as many as both have; what they played of their own is let go. */
export function linkSection(score: Score, section: Section, to: Section): Score {
  const count = Math.min(section.last - section.first, to.last - to.first) + 1;
  return Array.from({ length: count }).reduce<Score>(
    (linked, _, each) => linkBar(linked, section.first + each, to.first + each),
    score,
  );
}

/** Lets all bars of a section go their own way. */
export const breakSection = (score: Score, { first, last }: Section): Score =>
  Array.from({ length: last - first + 1 }).reduce<Score>(
    (own, _, each) => breakLink(own, first + each),
    score,
  );

/** What a section has from elsewhere. */
export interface SectionLinks {
  /** Indexes of the bars it follows, from 0, first and last; undefined when none of its bars is linked. */
  readonly base: { readonly first: number; readonly last: number } | undefined;
  /** Bars in which something is written that is not in the base. */
  readonly newBars: number;
  /** Columns by which its bars stand to the right, when bars that are alike stand below each other. */
  readonly indent: number;
  /** Whether bars of other sections follow it. */
  readonly isBase: boolean;
}

export function sectionLinks(score: Score, section: Section): SectionLinks {
  const bars = barsOf(section, score);
  const bases = bars.map((bar) => {
    const base = baseOf(score, bar);
    return base ? score.bars.indexOf(base) : -1;
  });
  const linked = bases.filter((index) => index >= 0 && (index < section.first || index > section.last));
  const states = bars.map((_, index) => linkState(score, section.first + index));
  const ids = new Set(bars.map(({ id }) => id));
  const isBase = score.bars.some(
    (bar, index) =>
      (index < section.first || index > section.last) && bar.sameAs !== undefined && ids.has(bar.sameAs),
  );
  const at = bases.findIndex((index) => index >= 0 && (index < section.first || index > section.last));
  const home = sectionsOf(score).find(
    ({ first, last }) => first <= (bases[at] ?? -1) && (bases[at] ?? -1) <= last,
  );
  const indent = home ? Math.max(0, (bases[at] ?? 0) - home.first - at) : 0;
  return {
    base: linked.length === 0 ? undefined : { first: Math.min(...linked), last: Math.max(...linked) },
    newBars: states.filter((state) => state !== 'same').length,
    indent,
    isBase,
  };
}
