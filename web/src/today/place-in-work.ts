import type { PieceSummary } from '@jocund/contract';
import type { StageId } from '../ui/stages-of-work.ts';
import { counted } from '../ui/words.ts';

/** Where the work on a piece stands, and what is to be done there in a few words. */
export interface Place {
  readonly stage: StageId;
  readonly words: string;
  readonly isQuery: boolean;
}

const nothingYet = { shapes: 'no grip yet', thumb: 'no stroke yet', melody: 'no note yet' } as const;

export function placeOf({ figures, trouble, barCount, givenTo }: PieceSummary): Place {
  if (trouble !== null) return { stage: 'melody', words: 'cannot be read', isQuery: true };
  if (!figures) return { stage: 'tuning', words: 'being looked at', isQuery: false };
  const { stage, why, count } = figures.openStage;
  if (stage === 'ready')
    return givenTo > 0
      ? { stage: 'handout', words: counted(givenTo, 'student'), isQuery: false }
      : { stage: 'studies', words: 'to be given', isQuery: false };
  if (why === 'queries') return { stage, words: counted(count, 'query', 'queries'), isQuery: true };
  if (why === 'unfinished') return { stage, words: `bar ${count} of ${barCount}`, isQuery: false };
  return { stage, words: stage === 'form' ? '' : nothingYet[stage], isQuery: false };
}
