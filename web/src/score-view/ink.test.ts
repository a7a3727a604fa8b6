// @vitest-environment jsdom
import type { Shape } from '@jocund/core/engraving';
import { describe, expect, test } from 'vitest';
import { createInk } from './ink.ts';

const rect = (x: number): Shape => ({ kind: 'rect', x, y: 0, width: 18, height: 18, fill: 'ink1' });
const text = (x: number, words: string): Shape => ({
  kind: 'text',
  x,
  y: 5,
  text: words,
  size: 14,
  face: 'serif',
  weight: 700,
  anchor: 'middle',
  ink: 'paper',
  edged: true,
});
const place = () => document.createElementNS('http://www.w3.org/2000/svg', 'g');
const inOrder = (g: SVGElement) =>
  [...g.children].map((each) => `${each.tagName} ${each.getAttribute('x')} ${each.textContent}`.trim());

describe('shapes are inked', () => {
  test('in order, with the look of each', () => {
    const g = place();
    createInk()(g, [
      rect(1),
      text(2, '3'),
      { kind: 'path', d: 'M0 0H9', stroke: 'ink2', strokeWidth: 1.5, dash: [3, 2], round: true },
      { kind: 'ellipse', cx: 4, cy: 5, rx: 9, ry: 9.4, fill: 'paper', stroke: 'ink2' },
    ]);
    expect(g.innerHTML).toBe(
      '<rect x="1" y="0" width="18" height="18" fill="var(--color-ink1)"></rect>' +
        '<text x="2" y="5" text-anchor="middle" font-family="var(--font-serif)" font-size="14" font-weight="700" fill="var(--color-paper)" stroke="var(--color-paper)" stroke-width="2.6" paint-order="stroke">3</text>' +
        '<path d="M0 0H9" fill="none" stroke="var(--color-ink2)" stroke-width="1.5" stroke-dasharray="3 2" stroke-linecap="round"></path>' +
        '<ellipse cx="4" cy="5" rx="9" ry="9.4" fill="var(--color-paper)" stroke="var(--color-ink2)"></ellipse>',
    );
  });
  test('those of one look as one element; letters have a place each', () => {
    const g = place();
    createInk()(g, [rect(1), text(2.004, '3'), rect(40), text(41, '2')]);
    expect([...g.children].map((each) => each.tagName)).toEqual(['path', 'text']);
    expect(g.children[0]?.getAttribute('d')).toBe('M1 0h18v18h-18zM40 0h18v18h-18z');
    expect(g.children[1]?.textContent).toBe('32');
    expect(g.children[1]?.getAttribute('x')).toBe('2 41');
    expect(g.children[1]?.getAttribute('y')).toBe('5 5');
  });
  test('again only where something changed; the order is kept', () => {
    const g = place();
    const ink = createInk();
    // Words and shapes that cover each other stay by themselves.
    ink(g, [rect(1), text(1, 'two'), rect(3), text(3, 'two')]);
    const [first, , third, fourth] = g.children;
    ink(g, [rect(0), rect(1), text(1, 'five'), rect(3), text(3, 'two')]);
    expect(inOrder(g)).toEqual(['rect 0', 'rect 1', 'text 1 five', 'rect 3', 'text 3 two']);
    expect([g.children[1], g.children[3], g.children[4]]).toEqual([first, third, fourth]);
    ink(g, [text(3, 'two'), rect(1)]);
    expect(inOrder(g)).toEqual(['text 3 two', 'rect 1']);
    expect([...g.children]).toEqual([fourth, first]);
    ink(g, []);
    expect(g.children).toHaveLength(0);
  });
  test('as often as they are there', () => {
    const g = place();
    const ink = createInk();
    ink(g, [rect(1), rect(1), rect(1)]);
    expect(g.children).toHaveLength(3);
    ink(g, [rect(1), rect(1)]);
    expect(g.children).toHaveLength(2);
  });
  test('and words are words, whatever stands in them', () => {
    const g = place();
    createInk()(g, [text(1, '<script>alert("la")</script>')]);
    expect(inOrder(g)).toEqual(['text 1 <script>alert("la")</script>']);
    expect(g.querySelector('script')).toBeNull();
  });
});
