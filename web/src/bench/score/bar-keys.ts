import { markBar, stepDynamic, type Score, type Voice } from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

interface BarKey {
  readonly key: string;
  readonly words: string;
  readonly change: (score: Score, place: SheetPlace, voice: Voice) => Score;
}

const mostTimes = 4;

/** What is marked over the bar under the cursor. */
export const barKeys: readonly BarKey[] = [
  {
    key: '(',
    words: 'a repeat begins, or not',
    change: (score, { bar }) =>
      markBar(score, bar, { repeatStart: score.bars[bar]?.repeatStart ? undefined : true }),
  },
  {
    key: ')',
    words: 'a repeat ends: twice, three times, not',
    change: (score, { bar }) => {
      const times = (score.bars[bar]?.repeatTimes ?? 1) + 1;
      return markBar(score, bar, { repeatTimes: times > mostTimes ? undefined : times });
    },
  },
  {
    key: '_',
    words: 'first ending, second ending, none',
    change: (score, { bar }) => {
      const [ending = 0] = score.bars[bar]?.endings ?? [];
      return markBar(score, bar, { endings: ending >= 2 ? undefined : [ending + 1] });
    },
  },
  {
    key: '>',
    words: 'louder from here on',
    change: (score, { bar, tick }, voice) => stepDynamic(score, { bar, tick, voice }, 1),
  },
  {
    key: '<',
    words: 'softer from here on',
    change: (score, { bar, tick }, voice) => stepDynamic(score, { bar, tick, voice }, -1),
  },
];
