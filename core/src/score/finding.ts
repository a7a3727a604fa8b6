import type { Place } from '../fault/index.ts';
import type { StringNumber } from '../instrument/index.ts';
import type { Remedy } from './remedy.ts';
import { scoreLimits } from './limits.ts';
import { indexOfBar } from './bar-numbers.ts';
import type { Score } from './schema.ts';

/** Something to mend in a score before a student sees it. Bars and beats count from 1. */
export interface Finding {
  readonly severity: 'error' | 'warning';
  readonly code: string;
  readonly bar: number;
  readonly beat: number;
  readonly string?: number;
  readonly message: string;
  readonly remedy: string;
  /** What can be done at one key, best first; each can be undone. */
  readonly remedies?: readonly Remedy[];
}

type Standing = NonNullable<Score['letStand']>[number];

/** Whether the teacher let a finding stand: the same thing said at the same place of the same bar, wherever that bar is now. */
export const isLetStand = (score: Pick<Score, 'letStand' | 'bars'>, finding: Finding): boolean =>
  (score.letStand ?? []).some((each) => isAbout(score, each, finding));

const isAbout = (score: Pick<Score, 'bars'>, { code, bar, beat, string }: Standing, finding: Finding) =>
  code === finding.code &&
  bar === score.bars[indexOfBar(score, finding.bar)]?.id &&
  Math.abs(beat - finding.beat) < 1e-6 &&
  string === finding.string;

/** The score with a finding let stand, or asked again. A finding in a bar without a name cannot be let stand. */
export function letStand(score: Score, finding: Finding, stands: boolean): Score {
  const bar = score.bars[indexOfBar(score, finding.bar)]?.id;
  const names = new Set(score.bars.map(({ id }) => id));
  const others = (score.letStand ?? []).filter(
    (each) => names.has(each.bar) && !isAbout(score, each, finding),
  );
  const { code, beat, string } = finding;
  const kept =
    stands && bar !== undefined
      ? [...others, { code, bar, beat, ...(string === undefined ? {} : { string: string as StringNumber }) }]
      : others;
  const { letStand: _, ...rest } = score;
  return kept.length === 0 ? rest : { ...rest, letStand: kept.slice(-scoreLimits.letStand) };
}

export const placeOfFinding = ({ bar, beat, string }: Finding): Place => ({
  bar,
  beat,
  ...(string === undefined ? {} : { string }),
});
