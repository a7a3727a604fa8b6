import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, server, unfold } from '../../testing/bench-room.tsx';
import { OverBarPart } from './over-bar-part.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => {
  const room = benchRoom(written(['m1:0@1/1', 'm1:2@1/1']), <OverBarPart />);
  unfold('Repeats, tempo, loudness');
  const bar = (index = 0) => room.store.getScore().bars[index]!;
  return { ...room, bar };
};
const tick = (label: string | RegExp) => fireEvent.click(screen.getByLabelText(label));

test('a pickup is asked for the first bar alone, and numbers the bars anew', () => {
  const { bar, bench } = open();
  tick(/A pickup/);
  expect(bar().pickup).toBe(true);
  expect(screen.getByText('bar 0')).toBeDefined();
  act(() => bench().setCursor({ bar: 1, tick: 0, string: 1 }));
  expect(screen.queryByLabelText(/A pickup/)).toBeNull();
  expect(screen.getByText('bar 1')).toBeDefined();
});

test('repeats and endings', () => {
  const { bar } = open();
  tick('A repeat begins here');
  fireEvent.keyDown(screen.getByLabelText('Played up to here, times'), { key: 'ArrowUp' });
  fill('Ending', '1 2');
  expect(bar()).toMatchObject({ repeatStart: true, repeatTimes: 2, endings: [1, 2] });
  fireEvent.keyDown(screen.getByLabelText('Played up to here, times'), { key: 'ArrowDown' });
  fill('Ending', '');
  tick('A repeat begins here');
  expect(bar()).not.toHaveProperty('repeatTimes');
  expect(bar()).not.toHaveProperty('repeatStart');
  expect(bar()).not.toHaveProperty('endings');
});

test('tempo and swing begin as they are, and are set from there', () => {
  const { bar, store } = open();
  const { tempoBpm, swingPercent } = store.getScore();
  tick('Another tempo from here on');
  expect(bar().tempoBpm).toBe(tempoBpm);
  fireEvent.keyDown(screen.getByLabelText('Quarters a minute'), { key: 'ArrowUp' });
  expect(bar().tempoBpm).toBe(tempoBpm + 1);
  tick('Another swing from here on');
  expect(bar().swingPercent).toBe(swingPercent);
  fill('Share before the off-beat, %', '66');
  fireEvent.blur(screen.getByLabelText('Share before the off-beat, %'));
  expect(bar().swingPercent).toBe(66);
  tick('Another tempo from here on');
  expect(bar().tempoBpm).toBeUndefined();
});

test('each voice has its own loudness from the cursor on', () => {
  const { bar } = open();
  fill('Melody from the cursor on', 'f');
  fill('Thumb from the cursor on', 'pp');
  expect(bar().dynamics).toEqual(
    expect.arrayContaining([
      { tick: 0, voice: 'melody', level: 'f' },
      { tick: 0, voice: 'thumb', level: 'pp' },
    ]),
  );
  fill('Melody from the cursor on', '');
  expect(bar().dynamics).toEqual([{ tick: 0, voice: 'thumb', level: 'pp' }]);
});
