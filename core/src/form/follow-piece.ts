import { isSameValue, type Bar, type Score } from '../score/index.ts';
import { barDifference, isNoDifference } from './difference.ts';
import { followBar } from './links.ts';

/** A score that was taken from another and changed by hand, after the other one changed. */
export interface FollowedPiece {
  readonly score: Score;
  /** Bars, from 0, that play otherwise than the other one has them now. */
  readonly byHand: readonly number[];
  /** Bars, from 0, that took something over. */
  readonly taken: readonly number[];
}

/**
 * Lets a score that was taken from another follow it: what is still as it was taken (`then`) becomes as it is `now`; what was changed by hand stays. Bars are known by
 * their ids: one that was added by hand stays behind the bar it stood behind, one that was taken out by hand stays out.
 */
export function followPiece(then: Score, own: Score, now: Score): FollowedPiece {
  const [was, mine] = [byId(then), byId(own)];
  const bars: Bar[] = [];
  const taken: number[] = [];
  for (const bar of now.bars) {
    const [old, kept] = [was.get(bar.id), mine.get(bar.id)];
    if (old && !kept) continue;
    const next = old && kept ? asOf(followBar(kept, old, bar), kept, old, bar) : bar;
    if (!kept || !isNoDifference(barDifference(kept, next))) taken.push(bars.length);
    bars.push(next);
    bars.push(...addedAfter(own, was, bar.id));
  }
  const added = addedAfter(own, was, undefined);
  const all = [...added, ...bars];
  const current = byId(now);
  return {
    score: { ...settingsOf(then, own, now), bars: all },
    byHand: all.flatMap((bar, index) => {
      const theirs = current.get(bar.id);
      return theirs && isNoDifference(barDifference(theirs, bar)) ? [] : [index];
    }),
    taken: taken.map((index) => index + added.length),
  };
}

const byId = ({ bars }: Score): ReadonlyMap<Bar['id'], Bar> => new Map(bars.map((bar) => [bar.id, bar]));

/** What a bar does not play (section, words, repeats, comment): by hand where it was changed by hand, else as it is now. */
function asOf(next: Bar, kept: Bar, old: Bar, now: Bar): Bar {
  const fields = [
    'section',
    'comment',
    'told',
    'sung',
    'repeatStart',
    'repeatTimes',
    'endings',
    'tempoBpm',
    'swingPercent',
  ] as const;
  const taken = fields.flatMap((field) =>
    isSameValue(kept[field], old[field]) ? [[field, now[field]] as const] : [],
  );
  return { ...next, ...(Object.fromEntries(taken) as Partial<Bar>) };
}

/** Bars that were added by hand, each behind the bar it stands behind; the first ones behind none. */
function addedAfter({ bars }: Score, was: ReadonlyMap<Bar['id'], Bar>, id: Bar['id']): Bar[] {
  const from = id === undefined ? 0 : bars.findIndex((bar) => bar.id === id) + 1;
  if (id !== undefined && from === 0) return [];
  const until = bars.findIndex((bar, index) => index >= from && was.has(bar.id));
  return bars.slice(from, until < 0 ? undefined : until);
}

/** Title, tempo, tuning and so on: by hand where they were changed by hand, else as they are now. */
function settingsOf(then: Score, own: Score, now: Score): Score {
  const fields = [...new Set([...Object.keys(own), ...Object.keys(now)])].filter((field) => field !== 'bars');
  const value = (score: Score, field: string): unknown =>
    (score as unknown as Record<string, unknown>)[field];
  return Object.fromEntries([
    ...fields.map((field) => [
      field,
      value(isSameValue(value(own, field), value(then, field)) ? now : own, field),
    ]),
    ['bars', now.bars],
  ]) as Score;
}
