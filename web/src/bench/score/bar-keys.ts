import { markBar, stepDynamic, type Study, type Voice } from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

interface BarKey {
  readonly key: string;
  readonly words: string;
  readonly change: (study: Study, place: SheetPlace, voice: Voice) => Study;
}

const mostTimes = 4;

/** What is marked over the bar under the cursor. */
export const barKeys: readonly BarKey[] = [
  {
    key: '(',
    words: 'a repeat begins, or not',
    change: (study, { bar }) =>
      markBar(study, bar, { repeatStart: study.bars[bar]?.repeatStart ? undefined : true }),
  },
  {
    key: ')',
    words: 'a repeat ends: twice, three times, not',
    change: (study, { bar }) => {
      const times = (study.bars[bar]?.repeatTimes ?? 1) + 1;
      return markBar(study, bar, { repeatTimes: times > mostTimes ? undefined : times });
    },
  },
  {
    key: '_',
    words: 'first ending, second ending, none',
    change: (study, { bar }) => {
      const [ending = 0] = study.bars[bar]?.endings ?? [];
      return markBar(study, bar, { endings: ending >= 2 ? undefined : [ending + 1] });
    },
  },
  {
    key: '>',
    words: 'louder from here on',
    change: (study, { bar, tick }, voice) => stepDynamic(study, { bar, tick, voice }, 1),
  },
  {
    key: '<',
    words: 'softer from here on',
    change: (study, { bar, tick }, voice) => stepDynamic(study, { bar, tick, voice }, -1),
  },
];
