import { fail, ok, type Result } from '../fault/index.ts';
import {
  insertBarAfter,
  numberOfBar,
  scoreLimits,
  withWordsOf,
  wordsOf,
  type Bar,
  type KeptPassage,
  type KeptVersion,
  type Score,
} from '../score/index.ts';
import { withoutPlace } from './without-place.ts';

/**
 * Versions of a passage: one stands in the piece, the others are kept beside it. What stands is heard, drawn, graded and printed; choosing
 * another exchanges the two. Words, sections, comments and repeats belong to the place and stay, whichever version stands there.
 */

/** What versions are called, in the order a student meets them. A teacher may use other words. */
export const versionLabels = ['basic', 'optional', 'extended', 'mine'] as const;

/** A passage as it stands in a score. */
export interface Passage {
  readonly id: string;
  /** Indexes of bars from 0, both included. */
  readonly first: number;
  readonly last: number;
  /** The version that stands. */
  readonly chosen: string;
  /** All versions, the chosen one among them: the known ones in their order, then a teacher’s own. */
  readonly labels: readonly string[];
}

/** The passages of a score that have bars, in the order of their bars. */
export function passagesOf({ bars, passages = [] }: Pick<Score, 'bars' | 'passages'>): Passage[] {
  const places = new Map(bars.flatMap(({ id }, index) => (id === undefined ? [] : [[id, index] as const])));
  return passages
    .flatMap((passage): Passage[] => {
      const there = passage.bars.flatMap((id) => places.get(id) ?? []);
      if (there.length === 0) return [];
      const { id, chosen, others } = passage;
      const labels = [chosen, ...others.map(({ label }) => label)].sort((a, b) => rank(a) - rank(b));
      return [{ id, first: Math.min(...there), last: Math.max(...there), chosen, labels }];
    })
    .sort((a, b) => a.first - b.first);
}

const rank = (label: string): number => {
  const known = (versionLabels as readonly string[]).indexOf(label);
  return known < 0 ? versionLabels.length : known;
};

/** The passage a bar belongs to; `index` from 0. */
export const passageAt = (score: Pick<Score, 'bars' | 'passages'>, index: number): Passage | undefined =>
  passagesOf(score).find(({ first, last }) => first <= index && index <= last);

/**
 * Begins another version of some bars: what stands is kept as `was`, and a copy of it stands as `label`, ready to be changed. Bars that are
 * a passage already get one more version. Refused where bars would belong to two passages, or a name is taken.
 */
export function beginVersion(
  score: Score,
  { first, last }: Pick<Passage, 'first' | 'last'>,
  { was, label }: { readonly was: string; readonly label: string },
  newId: () => string,
): Result<Score> {
  const all = passagesOf(score);
  const passage = all.find((each) => each.first === first && each.last === last);
  const crossed = all.find((each) => each !== passage && each.first <= last && first <= each.last);
  if (crossed)
    return fail(
      `Bars ${numberOfBar(score, crossed.first)} to ${numberOfBar(score, crossed.last)} have versions of their own`,
      'Choose just these bars, or bars outside them',
    );
  if (last - first >= scoreLimits.versionBars)
    return fail(`A passage has at most ${scoreLimits.versionBars} bars`, 'Choose fewer bars');
  const name = passage?.chosen ?? was;
  if (name === label || passage?.labels.includes(label))
    return fail(`There is a version called “${label}” already`, 'Call it otherwise, or choose that one');
  if (!passage && (score.passages?.length ?? 0) >= scoreLimits.passages)
    return fail(
      `A piece has at most ${scoreLimits.passages} passages with versions`,
      'Settle on one version of another passage first',
    );
  if (passage && passage.labels.length >= scoreLimits.versions)
    return fail(`A passage has at most ${scoreLimits.versions} versions`, 'Drop one first');
  const version = standing(score, { first, last }, name);
  const ids = score.bars.slice(first, last + 1).flatMap(({ id }) => id ?? []);
  const before = score.passages?.find(({ id }) => id === passage?.id);
  const kept: KeptPassage = {
    id: before?.id ?? newId(),
    bars: ids,
    chosen: label,
    others: [...(before?.others ?? []), version],
  };
  return ok(withPassage(score, kept));
}

/** What stands in some bars, as a version to be kept. */
const standing = (
  { bars, tuning }: Score,
  { first, last }: Pick<Passage, 'first' | 'last'>,
  label: string,
): KeptVersion => ({
  label,
  pitches: [...tuning.pitches],
  bars: bars.slice(first, last + 1),
});

/** A score with a passage put down, in place of the one with its id. */
function withPassage(score: Score, passage: KeptPassage): Score {
  const passages = score.passages ?? [];
  const at = passages.findIndex(({ id }) => id === passage.id);
  return {
    ...score,
    passages: at < 0 ? [...passages, passage] : passages.with(at, passage),
  };
}

/**
 * Lets another version of a passage stand; the one that stood is kept. A version may be longer or shorter: what follows moves along.
 * Refused where the version was written for another tuning, or the piece would grow too long.
 */
export function chooseVersion(score: Score, id: string, label: string): Result<Score> {
  const passage = passagesOf(score).find((each) => each.id === id);
  const kept = score.passages?.find((each) => each.id === id);
  const version = kept?.others.find((each) => each.label === label);
  if (!passage || !kept || !version) return ok(score);
  if (version.pitches.join() !== score.tuning.pitches.join())
    return fail(
      `The version “${label}” is written for ${version.pitches.join(' ')}`,
      'Tune the piece back to choose it',
      { bar: numberOfBar(score, passage.first) },
    );
  const { first, last } = passage;
  const stood = score.bars.slice(first, last + 1);
  if (score.bars.length - stood.length + version.bars.length > scoreLimits.bars)
    return fail(`A piece has at most ${scoreLimits.bars} bars`, 'Take bars out first');
  const placed = version.bars.map((bar, index) => inPlaceOf(bar, stood[index], score));
  const ends = stood.at(-1);
  const laid = ends && placed.length !== stood.length ? closing(placed, ends) : placed;
  const bars = [...score.bars.slice(0, first), ...laid, ...score.bars.slice(last + 1)];
  const others = kept.others.map((each) => (each === version ? standing(score, passage, kept.chosen) : each));
  const chosen: KeptPassage = {
    ...kept,
    chosen: label,
    bars: placed.flatMap((bar) => bar.id ?? []),
    others,
  };
  return ok(withPassage({ ...score, bars }, chosen));
}

/** A kept bar where another stood: it takes over the name and what belongs to the place, words too. */
function inPlaceOf(kept: Bar, stood: Bar | undefined, { bars }: Pick<Score, 'bars'>): Bar {
  if (!stood) {
    // A bar more than stood there keeps its name, unless that stands somewhere already.
    const { id, ...unnamed } = kept;
    return bars.some((each) => each.id === id) ? unnamed : kept;
  }
  const { section, comment, told, pickup, repeatStart, repeatTimes, endings } = stood;
  const place = Object.fromEntries(
    Object.entries({
      id: stood.id,
      section,
      comment,
      told,
      pickup,
      repeatStart,
      repeatTimes,
      endings,
    }).filter(([, value]) => value !== undefined),
  );
  return withWordsOf({ ...withoutPlace(kept), ...place }, wordsOf(stood));
}

/** Bars of another number than stood there: an ending and the end of a repeat still close the passage. */
function closing(placed: readonly Bar[], { repeatTimes, endings }: Bar): Bar[] {
  return placed.map((bar, index) => {
    const { repeatTimes: _, endings: own, ...open } = bar;
    const times = own ?? endings;
    return {
      ...open,
      ...(times ? { endings: times } : {}),
      ...(repeatTimes !== undefined && index === placed.length - 1 ? { repeatTimes } : {}),
    };
  });
}

/** One bar more at the end of a passage, in the version that stands: empty, in the metre of the last. */
export function lengthenPassage(score: Score, id: string, newId: () => string): Result<Score> {
  const passage = passagesOf(score).find((each) => each.id === id);
  const kept = score.passages?.find((each) => each.id === id);
  if (!passage || !kept) return ok(score);
  const ends = score.bars[passage.last];
  if (!ends || kept.bars.length >= scoreLimits.versionBars)
    return fail(`A passage has at most ${scoreLimits.versionBars} bars`, 'Take a bar out first');
  const longer = insertBarAfter(score, passage.last);
  if (!longer.ok) return longer;
  const added = newId();
  const bars = longer.value.bars.map((bar, index) =>
    index === passage.last + 1 ? { ...bar, id: added } : bar,
  );
  const { first, last } = passage;
  const laid = [
    ...bars.slice(0, first),
    ...closing(bars.slice(first, last + 2), ends),
    ...bars.slice(last + 2),
  ];
  return ok(withPassage({ ...score, bars: laid }, { ...kept, bars: [...kept.bars, added] }));
}

/** Calls a version otherwise; a name that is taken is refused. */
export function renameVersion(score: Score, id: string, label: string, next: string): Result<Score> {
  const kept = score.passages?.find((each) => each.id === id);
  if (!kept || label === next) return ok(score);
  if (kept.chosen === next || kept.others.some((each) => each.label === next))
    return fail(`There is a version called “${next}” already`, 'Call it otherwise');
  return ok(
    withPassage(score, {
      ...kept,
      chosen: kept.chosen === label ? next : kept.chosen,
      others: kept.others.map((each) => (each.label === label ? { ...each, label: next } : each)),
    }),
  );
}

/** Lets a kept version go. With the last of them the passage is settled: what stands is all there is. */
export function dropVersion(score: Score, id: string, label: string): Score {
  const passages = (score.passages ?? []).flatMap((each): KeptPassage[] => {
    if (each.id !== id) return [each];
    const others = each.others.filter((version) => version.label !== label);
    return others.length === 0 ? [] : [{ ...each, others }];
  });
  const { passages: _, ...rest } = score;
  return passages.length === 0 ? rest : { ...rest, passages };
}

/**
 * The piece with the version of one name in every passage that has it and can take it; elsewhere what stands. Undefined when that changes
 * nothing.
 */
export function withVersions(score: Score, label: string): Score | undefined {
  const chosen = (score.passages ?? [])
    .filter(({ others }) => others.some((each) => each.label === label))
    .reduce((each, { id }) => {
      const next = chooseVersion(each, id, label);
      return next.ok ? next.value : each;
    }, score);
  return chosen === score ? undefined : chosen;
}
