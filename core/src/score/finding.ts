import type { Place } from '../fault/index.ts';

/** Something to mend in a study before a student sees it. Bars and beats count from 1. */
export interface Finding {
  readonly severity: 'error' | 'warning';
  readonly code: string;
  readonly bar: number;
  readonly beat: number;
  readonly string?: number;
  readonly message: string;
  readonly remedy: string;
}

export const placeOfFinding = ({ bar, beat, string }: Finding): Place => ({
  bar,
  beat,
  ...(string === undefined ? {} : { string }),
});
