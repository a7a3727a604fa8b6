import { blankScore, type GripFrets } from '@jocund/core/score';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { NeckBoard } from './neck-board.tsx';

const acts = { onFret: vi.fn(), onFinger: vi.fn(), onSilent: vi.fn() };
afterEach(cleanup);
beforeEach(() => {
  for (const act of Object.values(acts)) act.mockClear();
});

function board(frets: GripFrets): HTMLElement {
  render(
    <NeckBoard
      score={blankScore({ title: 'Neck' })}
      frets={frets}
      fingers={undefined}
      silent={[]}
      {...acts}
    />,
  );
  return screen.getByRole('application');
}
const press = (neck: HTMLElement, ...keys: string[]) => {
  for (const key of keys) fireEvent.keyDown(neck, { key });
};
const empty: GripFrets = [null, null, null, null, null, null];

describe('the neck under the keyboard', () => {
  test('arrows move, and the place is read aloud', () => {
    const neck = board(empty);
    press(neck, 'ArrowUp', 'ArrowRight', 'ArrowRight');
    expect(neck.textContent).toContain('string 5, fret 3; it is not played');
    press(neck, 'ArrowDown', 'ArrowDown', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft');
    expect(neck.textContent).toContain('string 6, open');
  });
  test('digits and T lay fingers where the cursor is; 0, X and S do what they say', () => {
    const neck = board(empty);
    press(neck, 'ArrowRight', '2', 't', 'S', '0', 'X');
    expect(acts.onFinger.mock.calls).toEqual([
      [6, 2, 2],
      [6, 'T', 2],
    ]);
    expect(acts.onSilent).toHaveBeenCalledWith(6);
    expect(acts.onFret.mock.calls).toEqual([
      [6, 0],
      [6, null],
    ]);
  });
  test('Enter presses a string, and lets a pressed one go', () => {
    press(board([3, null, null, null, null, null]), 'Enter');
    expect(acts.onFret).toHaveBeenCalledWith(6, 0);
  });
  test('it opens where the grip lies and follows the cursor up the neck, no further than the last fret', () => {
    const neck = board([null, 9, null, 9, 8, 9]);
    expect(neck.textContent).toContain('89101112');
    press(neck, ...Array.from({ length: 30 }, () => 'ArrowRight'));
    expect(neck.textContent).toContain('string 6, fret 20');
  });
  test('keys of the browser are left alone', () => {
    const neck = board(empty);
    fireEvent.keyDown(neck, { key: '2', ctrlKey: true });
    expect(acts.onFinger).not.toHaveBeenCalled();
  });
});
