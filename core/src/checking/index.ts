import { reachFindings } from '../hands/index.ts';
import { validateStudy, type Finding, type Study } from '../score/index.ts';
import { thumbFindings } from '../thumb/index.ts';

/** Everything to mend before a student sees the study, from every room that knows something, in score order. */
export function checkStudy(study: Study): Finding[] {
  return [...validateStudy(study), ...thumbFindings(study), ...reachFindings(study)].sort(
    (a, b) => a.bar - b.bar || a.beat - b.beat,
  );
}
