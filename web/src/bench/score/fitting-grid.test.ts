import { blankScore, writeNote } from '@jocund/core/score';
import { expect, test } from 'vitest';
import { fittingGrid } from './fitting-grid.ts';
import { voiceInHand } from './voice-in-hand.ts';

const blank = blankScore({ title: 'Slots', barCount: 1 });
const write = (ticks: readonly number[]) =>
  ticks.reduce((score, tick) => writeNote(score, { bar: 0, tick, string: 1, voice: 'melody' }, 3, 240), blank)
    .bars[0];

test.each([
  [[], 480],
  [[0, 480, 1440], 480],
  [[0, 320, 640], 320],
  [[0, 240, 960], 240],
  [[0, 100], 480],
])('a bar with notes at %j is written in slots of %i', (ticks, grid) =>
  expect(fittingGrid(write(ticks))).toBe(grid),
);

test('the note that stands at a place is the one in hand, whichever voice it is of', () => {
  const place = { bar: 0, tick: 0, string: 5 } as const;
  const withBass = writeNote(blank, { ...place, voice: 'thumb' }, 3, 960);
  expect(voiceInHand(withBass, place, 'melody')).toBe('thumb');
  expect(voiceInHand(withBass, { ...place, tick: 480 }, 'melody')).toBe('melody');
  expect(voiceInHand(writeNote(withBass, { ...place, voice: 'melody' }, 5, 480), place, 'melody')).toBe(
    'melody',
  );
});
