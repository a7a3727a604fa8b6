import { isOnBeat } from '../../score/index.ts';
import { chordsOf } from '../bar-view.ts';
import type { ReadTrait } from '../trait.ts';

/** Chords and the form they stand in. */
export const formTraits: readonly ReadTrait[] = [
  {
    id: 'chords',
    group: 'form',
    name: 'chords',
    counts: 'chords',
    values: 'kinds',
    isSetting: true,
    read: (view) => chordsOf(view).flatMap(({ numeral }) => numeral ?? []),
  },
  {
    id: 'chord-places',
    group: 'form',
    name: 'where chords change',
    counts: 'changes',
    values: 'kinds',
    beside: 'before',
    read: (view) =>
      chordsOf(view)
        .filter(
          ({ isCarried, numeral }, index, all) =>
            !isCarried && numeral !== (all[index - 1]?.numeral ?? lastNumeral(view)),
        )
        .map(({ tick }) =>
          tick === 0 ? 'on the bar line' : isOnBeat(view.bar.metre, tick) ? 'within the bar' : 'off the beat',
        ),
  },
  {
    id: 'metre',
    group: 'form',
    name: 'metre',
    counts: 'bars',
    values: 'kinds',
    isSetting: true,
    read: ({ bar: { metre } }) => [`${metre.beats}/${metre.unit}`],
  },
  {
    id: 'tempo',
    group: 'form',
    name: 'tempo',
    counts: 'bars',
    values: 'numbers',
    unit: 'beats a minute',
    isSetting: true,
    read: ({ bar, score }) => [bar.tempoBpm ?? score.tempoBpm],
  },
];

function lastNumeral({ before }: Parameters<typeof chordsOf>[0]): string | undefined {
  return before && chordsOf(before).at(-1)?.numeral;
}
