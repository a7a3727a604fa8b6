import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Player, type PlayerState, type PlayOrder } from '../../sound/player.ts';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { TransportBar } from './transport-bar.tsx';

/** A player without sound: what it was told, and what it is told to be. */
class SilentPlayer extends Player {
  readonly orders: (PlayOrder & { readonly way: 'play' | 'on' })[] = [];
  readonly heard: [string, boolean][] = [];
  stops = 0;
  #now: PlayerState = {
    status: 'idle',
    share: 0,
    moment: undefined,
    isCountingIn: false,
    fault: undefined,
  };
  #hear: (() => void)[] = [];
  override readonly getState = () => this.#now;
  override readonly subscribe = (listener: () => void) => {
    this.#hear.push(listener);
    return () => undefined;
  };
  become(change: Partial<PlayerState>) {
    this.#now = { ...this.#now, ...change };
    act(() => this.#hear.forEach((listener) => listener()));
  }
  override prepare() {
    return undefined;
  }
  override play(order: PlayOrder) {
    this.orders.push({ ...order, way: 'play' });
    return Promise.resolve();
  }
  override playOnAt(order: PlayOrder) {
    this.orders.push({ ...order, way: 'on' });
    return Promise.resolve();
  }
  override stop() {
    this.stops += 1;
  }
  override setVoice(name: 'thumb' | 'melody' | 'click', on: boolean) {
    this.heard.push([name, on]);
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('fetch', server().answer);
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const score = written(['[x32010] t5:3@1', '[320003] t6:3@1', '[x02210] t5:0@1', '[x32010] t5:3@1'], {
  tempoBpm: 80,
});
const open = () => {
  const player = new SilentPlayer();
  const room = benchRoom(score, <TransportBar score={score} />, { player });
  return { ...room, player };
};
const bar = (number: number) => screen.getByRole('button', { name: new RegExp(`^Bar ${number},`) });
const place = () => screen.getByTestId('play-place').textContent;

test('it plays from the bar under the cursor, and stops', () => {
  const { player, bench } = open();
  act(() => bench().setCursor({ bar: 2, tick: 0, string: 1 }));
  press('Play');
  expect(player.orders).toMatchObject([
    { fromBar: 2, loop: undefined, feel: { tempoBpm: 80 }, countsIn: false },
  ]);
  player.become({ status: 'playing', moment: { bar: 3, tick: 960, atS: 0 } });
  expect(place()).toBe('bar 4 beat 2');
  press('Stop');
  expect(player.stops).toBe(1);
});

test('while the sound is made the share is said; a fault is said aloud', () => {
  const { player } = open();
  player.become({ status: 'rendering', share: 0.42 });
  expect(place()).toBe('making the sound, 42 %');
  player.become({ status: 'idle', fault: 'The sound broke off. Press play again.' });
  expect(screen.getByRole('alert').textContent).toContain('Press play again');
});

test('another tempo while it plays is taken up on the note, within bounds', () => {
  const { player } = open();
  player.become({ status: 'playing', moment: { bar: 1, tick: 0, atS: 0 } });
  press('Slower');
  press('Slower');
  expect(screen.getByText(/of 80/).textContent).toContain('♩ 72');
  act(() => void vi.runAllTimers());
  expect(player.orders).toMatchObject([{ way: 'on', fromBar: 1, feel: { tempoBpm: 72 } }]);
  for (let each = 0; each < 40; each += 1) press('Slower');
  expect(screen.getByText(/of 80/).textContent).toContain('♩ 20');
  for (let each = 0; each < 60; each += 1) press('Faster');
  expect(screen.getByText(/of 80/).textContent).toContain('♩ 120');
});

test('a loop by its button, by Shift and a bar, and by keys', () => {
  const { player, bench } = open();
  press('Loop');
  expect(screen.getByLabelText('Loop to bar').getAttribute('aria-valuetext')).toBe('to bar 2');
  fireEvent.click(bar(4), { shiftKey: true });
  expect(screen.getByLabelText('Loop to bar').getAttribute('aria-valuetext')).toBe('to bar 4');
  press('Play');
  expect(player.orders.at(-1)).toMatchObject({ fromBar: 0, loop: { fromBar: 0, toBar: 3 } });
  fireEvent.keyDown(window, { key: 'l' });
  expect(screen.queryByLabelText('Loop to bar')).toBeNull();
  fireEvent.keyDown(bar(1), { key: 'ArrowRight' });
  expect(bench().cursor.bar).toBe(1);
  fireEvent.keyDown(bar(2), { key: 'ArrowRight', shiftKey: true });
  expect(screen.getByLabelText('Loop from bar').getAttribute('aria-valuetext')).toBe('from bar 2');
});

test('space plays on after a switch was pressed with the mouse; one come to by keyboard it presses', () => {
  const { player } = open();
  const click = screen.getByRole('button', { name: 'Click' });
  fireEvent.pointerDown(click);
  fireEvent.focusIn(click);
  fireEvent.keyDown(click, { key: ' ' });
  expect(player.orders).toHaveLength(1);
  const thumb = screen.getByRole('button', { name: 'Thumb' });
  fireEvent.focusIn(thumb);
  fireEvent.keyDown(thumb, { key: ' ' });
  expect(player.orders).toHaveLength(1);
});

test('space plays, but not from a field; voices and the count in are switched', () => {
  const { player } = open();
  fireEvent.keyDown(window, { key: ' ' });
  expect(player.orders).toHaveLength(1);
  const field = document.body.appendChild(document.createElement('input'));
  fireEvent.keyDown(field, { key: ' ' });
  field.remove();
  expect(player.orders).toHaveLength(1);
  press('Thumb');
  press('Click');
  expect(player.heard).toEqual([
    ['thumb', false],
    ['click', true],
  ]);
  press('Count in');
  press('Play');
  expect(player.orders.at(-1)).toMatchObject({ countsIn: true, voices: { thumb: false, click: true } });
});

test('the bass is heard damped, ringing, and as written again, by one key, where it plays', () => {
  const { player } = open();
  const endings = () => player.orders.at(-1)?.score.bars.map(({ notes }) => notes[0]?.ending);
  fireEvent.keyDown(window, { key: 'D', shiftKey: true });
  press('Play');
  expect(endings()).toEqual(Array(4).fill('palm-damped'));
  player.become({ status: 'playing', moment: { bar: 2, tick: 0, atS: 0 } });
  press('Bass heard damped');
  act(() => void vi.runAllTimers());
  expect(player.orders.at(-1)).toMatchObject({ way: 'on', fromBar: 2 });
  expect(endings()).toEqual(Array(4).fill('let-ring'));
  press('Bass heard ringing');
  act(() => void vi.runAllTimers());
  expect(player.orders.at(-1)?.score).toBe(score);
});

test('another score is heard in its place by A and B, at the same bar of the loop; gone, the piece is heard again', () => {
  const player = new SilentPlayer();
  const other = { ...score, title: 'The basic version', bars: score.bars.toReversed() };
  const versions = {
    a: { name: 'basic', score: other, fromBar: 1, toBar: 2 },
    b: { name: 'extended', score, fromBar: 1, toBar: 2 },
    canBeTogether: false,
  };
  benchRoom(score, <TransportBar score={score} versions={versions} />, { player });
  fireEvent.keyDown(window, { key: 'b' });
  press('Play');
  expect(player.orders.at(-1)).toMatchObject({ loop: { fromBar: 1, toBar: 2 } });
  expect(player.orders.at(-1)?.score).toBe(score);
  player.become({ status: 'playing', moment: { bar: 2, tick: 0, atS: 0 } });
  fireEvent.keyDown(window, { key: 'a' });
  act(() => void vi.runAllTimers());
  expect(player.orders.at(-1)).toMatchObject({ way: 'on', loop: { fromBar: 1, toBar: 2 } });
  expect(player.orders.at(-1)?.score).toBe(other);
  expect(screen.getByRole('button', { name: /A basic/ }).getAttribute('aria-pressed')).toBe('true');
});

test('two guitars are heard together by T, and one alone again by A or B; what cannot be together has no such key', () => {
  const player = new SilentPlayer();
  const other = { ...score, title: 'The second guitar' };
  const versions = {
    a: { name: 'second', score: other, fromBar: 0, toBar: 3 },
    b: { name: 'piece', score, fromBar: 0, toBar: 3 },
    canBeTogether: true,
  };
  benchRoom(score, <TransportBar score={score} versions={versions} />, { player });
  fireEvent.keyDown(window, { key: 't' });
  press('Play');
  expect(player.orders.at(-1)).toMatchObject({ loop: { fromBar: 0, toBar: 3 } });
  expect([player.orders.at(-1)?.score, player.orders.at(-1)?.partner]).toEqual([score, other]);
  player.become({ status: 'playing', moment: { bar: 2, tick: 0, atS: 0 } });
  fireEvent.keyDown(window, { key: 'a' });
  act(() => void vi.runAllTimers());
  expect(player.orders.at(-1)?.score).toBe(other);
  expect(player.orders.at(-1)?.partner).toBeUndefined();
  cleanup();
  benchRoom(score, <TransportBar score={score} versions={{ ...versions, canBeTogether: false }} />, {
    player,
  });
  expect(screen.queryByRole('button', { name: /together/ })).toBeNull();
});

test('the call stands over the foot of the bench when it is wanted, by button or key', () => {
  const player = new SilentPlayer();
  benchRoom(score, <TransportBar score={score} />, { player });
  expect(screen.queryByTestId('spoken-call')).toBeNull();
  press('Call');
  player.become({ status: 'playing', moment: { atS: 0, bar: 1, tick: 0 } });
  expect(screen.getByTestId('spoken-call').textContent).toBe('1thumb 6');
  fireEvent.keyDown(document.body, { key: 'K', shiftKey: true });
  expect(screen.queryByTestId('spoken-call')).toBeNull();
});
