import type { Bar, Score } from '../../score/index.ts';
import { barViewAt } from '../bar-view.ts';
import type { BarEvidence } from '../evidence.ts';
import { apartFrom, type Aim, type AimedTrait } from './aim.ts';

type Tally = ReadonlyMap<string | number, number>;

/** An arrangement in the making, its traits counted bar by bar. */
export interface Draft {
  readonly score: Score;
  readonly evidence: readonly BarEvidence[];
  /** By the trait's place in the aim. */
  readonly tallies: readonly Tally[];
  readonly aparts: readonly number[];
  /** From the player: the mean of all traits aimed at, 0 alike to 1. */
  readonly distance: number;
}

export function draftOf(score: Score, aim: Aim): Draft {
  const evidence = score.bars.map((_, index) => evidenceIn(score, index, aim));
  const tallies = aim.map(({ trait }) => {
    const tally = new Map<string | number, number>();
    for (const bar of evidence) add(tally, bar.get(trait.id), 1);
    return tally;
  });
  const aparts = aim.map((trait, index) => apartFrom(trait, tallies[index] ?? new Map()));
  return { score, evidence, tallies, aparts, distance: meanOf(aparts) };
}

/** Bars to be put in place of others, and what is told then, by them and by the bars beside them. */
export interface Change {
  readonly bars: ReadonlyMap<number, Bar>;
  readonly evidence: ReadonlyMap<number, BarEvidence>;
}

/** The draft with some bars changed. Only traits that these bars, and the ones beside them, tell are counted anew. */
export const withBars = (draft: Draft, bars: ReadonlyMap<number, Bar>, aim: Aim): Draft =>
  withChange(draft, changeTo(draft, bars, aim), aim);

/** Reads what would be told with other bars in place. */
export function changeTo(draft: Draft, bars: ReadonlyMap<number, Bar>, aim: Aim): Change {
  const score = scoreWith(draft, bars);
  const evidence = new Map<number, BarEvidence>();
  const readAgain = (index: number, isRead: (aimed: AimedTrait) => boolean) => {
    const before = evidence.get(index) ?? draft.evidence[index];
    const asked = aim.filter(isRead);
    if (!before || asked.length === 0) return;
    const view = barViewAt(score, index);
    evidence.set(
      index,
      new Map([...before, ...asked.map(({ trait }) => [trait.id, trait.read(view)] as const)]),
    );
  };
  for (const index of bars.keys()) readAgain(index, () => true);
  for (const index of bars.keys()) {
    if (!bars.has(index - 1)) readAgain(index - 1, ({ trait }) => trait.beside === 'after');
    if (!bars.has(index + 1)) readAgain(index + 1, ({ trait }) => trait.beside === 'before');
  }
  return { bars, evidence };
}

/** The draft with a change made. */
export function withChange(draft: Draft, change: Change, aim: Aim): Draft {
  const evidence = draft.evidence.map((each, index) => change.evidence.get(index) ?? each);
  const tallies = [...draft.tallies];
  const aparts = [...draft.aparts];
  aim.forEach((aimed, place) => {
    const id = aimed.trait.id;
    const differing = [...change.evidence].filter(
      ([index, told]) => !sameValues(draft.evidence[index]?.get(id), told.get(id)),
    );
    if (differing.length === 0) return;
    const tally = new Map(tallies[place]);
    for (const [index, told] of differing) {
      add(tally, draft.evidence[index]?.get(id), -1);
      add(tally, told.get(id), 1);
    }
    tallies[place] = tally;
    aparts[place] = apartFrom(aimed, tally);
  });
  return { score: scoreWith(draft, change.bars), evidence, tallies, aparts, distance: meanOf(aparts) };
}

const scoreWith = ({ score }: Draft, bars: ReadonlyMap<number, Bar>): Score => ({
  ...score,
  bars: score.bars.map((bar, index) => bars.get(index) ?? bar),
});

/** What a bar tells of the traits aimed at. */
function evidenceIn(score: Score, index: number, aim: Aim): BarEvidence {
  const view = barViewAt(score, index);
  return new Map(aim.map(({ trait }) => [trait.id, trait.read(view)]));
}

function add(
  tally: Map<string | number, number>,
  values: readonly (string | number)[] = [],
  by: 1 | -1,
): void {
  for (const value of values) {
    const count = (tally.get(value) ?? 0) + by;
    if (count === 0) tally.delete(value);
    else tally.set(value, count);
  }
}

const sameValues = (
  one: readonly (string | number)[] = [],
  other: readonly (string | number)[] = [],
): boolean => one.length === other.length && one.every((value, index) => value === other[index]);

const meanOf = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
