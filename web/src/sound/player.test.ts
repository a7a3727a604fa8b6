import { layTimeline } from '@jocund/core/sound';
import { blankScore } from '@jocund/core/score';
import { expect, test } from 'vitest';
import { momentAt } from './player.ts';

test('the playhead stands on the last moment that has come', () => {
  const { moments } = layTimeline({ ...blankScore({ title: 'Beats', barCount: 2 }), tempoBpm: 60 });
  const place = (atS: number) => {
    const moment = momentAt(moments, atS);
    return moment && [moment.bar, moment.tick];
  };
  expect(place(-0.1)).toBeUndefined();
  expect(place(0)).toEqual([0, 0]);
  expect(place(0.99)).toEqual([0, 0]);
  expect(place(1)).toEqual([0, 960]);
  expect(place(4.2)).toEqual([1, 0]);
  expect(place(99)).toEqual([1, 2880]);
});
