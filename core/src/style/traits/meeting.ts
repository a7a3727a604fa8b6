import { countedAt, isOnBeat } from '../../score/index.ts';
import { isStrum, type BarView } from '../bar-view.ts';
import { syncopationOf } from '../syncopation.ts';
import type { ReadTrait } from '../trait.ts';

const struckTicks = ({ thumb }: BarView): ReadonlySet<number> => new Set(thumb.map(({ tick }) => tick));

/** How the thumb and the tune come together, and where in the bar the tune falls. */
export const meetingTraits: readonly ReadTrait[] = [
  {
    id: 'meeting',
    group: 'meeting',
    name: 'tune and thumb',
    counts: 'moments of the tune',
    values: 'kinds',
    read: (view) => {
      const struck = struckTicks(view);
      return view.tune
        .filter((moment) => !isStrum(moment))
        .map(({ tick }) =>
          struck.has(tick)
            ? 'pinched'
            : isOnBeat(view.bar.metre, tick)
              ? 'alone on a beat'
              : 'between the beats',
        );
    },
  },
  {
    id: 'tune-places',
    group: 'meeting',
    name: 'places of the tune in the bar',
    counts: 'notes',
    values: 'kinds',
    isOfMetre: true,
    read: ({ tune, bar }) => tune.map(({ tick }) => countedAt(bar.metre, tick) || 'finer'),
  },
  {
    id: 'pinch-beats',
    group: 'meeting',
    name: 'beats that are pinched',
    counts: 'pinches',
    values: 'kinds',
    isOfMetre: true,
    read: (view) => {
      const struck = struckTicks(view);
      return view.tune
        .filter(({ tick }) => struck.has(tick))
        .map(({ tick }) => countedAt(view.bar.metre, tick) || 'finer');
    },
  },
  {
    id: 'off-beats',
    group: 'meeting',
    name: 'notes between the beats',
    counts: 'notes',
    values: 'kinds',
    isOfMetre: true,
    read: ({ tune, bar }) =>
      tune
        .filter(({ tick }) => !isOnBeat(bar.metre, tick))
        .map(({ tick }) => countedAt(bar.metre, tick) || 'finer'),
  },
  {
    id: 'syncopation',
    group: 'meeting',
    name: 'syncopation of the tune',
    counts: 'bars',
    values: 'numbers',
    isOfMetre: true,
    beside: 'after',
    unit: 'steps of the metre a bar',
    read: ({ tune, bar, nextTune, isLast }) =>
      tune.length === 0
        ? []
        : [
            syncopationOf(
              bar.metre,
              tune.map(({ tick }) => tick),
              isLast ? 0 : nextTune,
            ),
          ],
  },
  {
    id: 'swing',
    group: 'meeting',
    name: 'swing',
    counts: 'bars',
    values: 'numbers',
    unit: '% of the beat',
    read: ({ bar, score }) => [bar.swingPercent ?? score.swingPercent],
  },
];
