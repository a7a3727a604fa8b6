// @vitest-environment jsdom
import { blankScore, layGrip, writeNote, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { queryLetter } from './letters.ts';
import { Sheet } from './sheet.tsx';

afterEach(cleanup);

function score(): Score {
  const grip = layGrip(blankScore({ title: 'Drawn', barCount: 8 }), 0, {
    tick: 0,
    frets: [0, 2, 2, 1, 0, 0],
  });
  return applyThumb(writeNote(grip, { bar: 0, tick: 0, string: 1, voice: 'melody' }, 12, 960));
}

/** How many squares of the thumb are drawn, and how many circles of the melody: each is part of a path. */
const countOf = (place: Element, part: RegExp) =>
  [...place.querySelectorAll('path')].flatMap((each) => each.getAttribute('d')?.match(part) ?? []).length;
const squares = (place: Element) => countOf(place, /h18v18h-18z/g);
const circles = (place: Element) =>
  countOf(place, /a[\d.]+ 9\.4 0 1 1 \d/g) + place.querySelectorAll('ellipse[ry="9.4"]').length;

test('thumb notes are squares, melody notes circles, and the call is there for those who cannot see it', () => {
  const { container } = render(<Sheet score={score()} width={906} />);
  const first = container.querySelector('[data-system="0"] svg')!;
  expect(circles(first)).toBe(1);
  expect(squares(first)).toBe(16);
  expect(screen.getAllByTestId('call')[0]!.textContent).toContain(
    'bar 1: pinch 6+1, thumb 4, thumb 6, thumb 4',
  );
});

test('the room decides how many bars stand in a system', () => {
  const systems = (width: number) => {
    const { container } = render(<Sheet score={score()} width={width} />);
    const count = container.querySelectorAll('[data-system]').length;
    cleanup();
    return count;
  };
  expect(systems(906)).toBe(2);
  expect(systems(500)).toBe(4);
  expect(systems(354)).toBe(8);
});

test('an edit in one bar leaves the other systems’ drawings alone', () => {
  const before = score();
  const { container, rerender } = render(<Sheet score={before} width={906} />);
  const second = container.querySelector('[data-system="4"] svg')!;
  const drawn = [...second.querySelectorAll('path, text')];
  rerender(
    <Sheet
      score={writeNote(before, { bar: 0, tick: 960, string: 2, voice: 'melody' }, 3, 480)}
      width={906}
    />,
  );
  const again = [...container.querySelectorAll('[data-system="4"] :is(path, text)')];
  expect(again).toHaveLength(drawn.length);
  expect(again.every((each, at) => each === drawn[at])).toBe(true);
  expect(circles(container.querySelector('[data-system="0"] svg')!)).toBe(2);
});

test('query marks are letters, then pairs of letters', () => {
  expect([0, 25, 26, 27, 52].map(queryLetter)).toEqual(['a', 'z', 'aa', 'ab', 'ba']);
});
