import { fingerScore } from '../fingering/index.ts';
import type { Hand } from '../hands/index.ts';
import type { Note, Score } from '../score/index.ts';

/** What a few bars ask of both hands. */
export interface Judged {
  /** What they have to do altogether, and the widest reach, in whole mm. */
  readonly mm: number;
  readonly spanMm: number;
  /** Notes no finger takes; the bar from 0. */
  readonly unplayed: readonly { readonly bar: number; readonly note: Note }[];
}

export function judged(score: Score, hand: Hand): Judged {
  const { costMm, spanMaxMm, notes } = fingerScore(score, { hand });
  return {
    mm: Math.round(costMm),
    spanMm: Math.round(spanMaxMm),
    unplayed: [...notes.values()].filter(({ isUnplayed }) => isUnplayed),
  };
}
