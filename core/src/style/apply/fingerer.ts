import { fingerScore, type Fingering } from '../../fingering/index.ts';
import type { Hand } from '../../hands/index.ts';
import type { Score } from '../../score/index.ts';

/** What both hands make of a score. */
export type Fingerer = (score: Score) => Fingering;

/** Fingers one version of a score after the other for a hand; what stays between two is not worked out again. `first` is what is known of one already. */
export function fingererFor(hand: Hand, first?: Fingering): Fingerer {
  let last = first;
  return (score) => (last?.score === score ? last : (last = fingerScore(score, { hand }, last)));
}
