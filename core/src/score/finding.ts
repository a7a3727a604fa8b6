import type { Place } from '../fault/index.ts';
import type { StringNumber } from '../instrument/index.ts';
import type { Remedy } from './remedy.ts';
import type { Study } from './schema.ts';

/** Something to mend in a study before a student sees it. Bars and beats count from 1. */
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

/** Whether the teacher let a finding stand: the same thing said at the same place. */
export const isLetStand = ({ letStand = [] }: Pick<Study, 'letStand'>, finding: Finding): boolean =>
  letStand.some((each) => samePlace(each, finding));

const samePlace = (a: StandingPlace, b: StandingPlace): boolean =>
  a.code === b.code && a.bar === b.bar && Math.abs(a.beat - b.beat) < 1e-6 && a.string === b.string;

interface StandingPlace {
  readonly code: string;
  readonly bar: number;
  readonly beat: number;
  readonly string?: number | undefined;
}

/** The study with a finding let stand, or asked again. */
export function letStand(study: Study, finding: Finding, stands: boolean): Study {
  const { code, bar, beat, string } = finding;
  const others = (study.letStand ?? []).filter((each) => !samePlace(each, finding));
  const kept = stands
    ? [...others, { code, bar, beat, ...(string === undefined ? {} : { string: string as StringNumber }) }]
    : others;
  const { letStand: _, ...rest } = study;
  return kept.length === 0 ? rest : { ...rest, letStand: kept };
}

export const placeOfFinding = ({ bar, beat, string }: Finding): Place => ({
  bar,
  beat,
  ...(string === undefined ? {} : { string }),
});
