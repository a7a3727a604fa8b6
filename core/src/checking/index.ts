import {
  fingerScore,
  frettingFindings,
  pickingFindings,
  typedFindings,
  type Fingering,
  type FingeringOptions,
} from '../fingering/index.ts';
import { isLetStand, validateScore, type Finding, type Score } from '../score/index.ts';
import { thumbFindings } from '../thumb/index.ts';
import { checkForm } from '../form/index.ts';
import { missingMarks } from './like-bars.ts';
import { oddLengths } from './lengths.ts';

/** What is to be mended, and what the teacher let stand. */
export interface Checked {
  readonly open: readonly Finding[];
  readonly standing: readonly Finding[];
  readonly fingering: Fingering;
}

/**
 * Everything to mend before a student sees the score, from every room that knows something, in score order; with the fingers of
 * both hands it was found for. `before` is an earlier answer, so that little is worked out anew after an edit.
 */
export function checkWithFingers(score: Score, options: FingeringOptions = {}, before?: Fingering): Checked {
  const fingering = fingerScore(score, options, before);
  const findings = [
    ...scoreFindings(score),
    ...typedFindings(fingering),
    ...frettingFindings(fingering),
    ...pickingFindings(fingering),
  ].sort(inScoreOrder);
  return {
    open: findings.filter((finding) => !isLetStand(score, finding)),
    standing: findings.filter((finding) => isLetStand(score, finding)),
    fingering,
  };
}

/** What is still to be mended. */
export const checkScore = (score: Score, options: FingeringOptions = {}): readonly Finding[] =>
  checkWithFingers(score, options).open;

/** What the score alone tells, without hands: quick enough to be asked at every key. */
export const scoreFindings = (score: Score): Finding[] =>
  [
    ...validateScore(score),
    ...thumbFindings(score),
    ...checkForm(score).findings,
    ...missingMarks(score),
    ...oddLengths(score),
  ].sort(inScoreOrder);

const inScoreOrder = (a: Finding, b: Finding): number => a.bar - b.bar || a.beat - b.beat;
