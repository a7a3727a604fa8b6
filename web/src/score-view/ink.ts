import type { Ink, Shape, TextShape } from '@jocund/core/engraving';
import { joined, type Inked } from './joined.ts';

const svg = 'http://www.w3.org/2000/svg';

const inks: Readonly<Record<Ink, string>> = {
  ink1: 'var(--color-ink1)',
  'ink1-80': 'var(--color-ink1-80)',
  'ink1-65': 'var(--color-ink1-65)',
  'ink1-40': 'var(--color-ink1-40)',
  ink2: 'var(--color-ink2)',
  'ink2-deep': 'var(--color-ink2-deep)',
  over: 'var(--color-over)',
  paper: 'var(--color-paper)',
  call: 'var(--color-call)',
};

type Attributes = Readonly<Record<string, string | number | undefined>>;

const lookOf = (shape: Exclude<Shape, TextShape>): Attributes => ({
  fill: shape.fill ? inks[shape.fill] : 'none',
  stroke: shape.stroke && inks[shape.stroke],
  'stroke-width': shape.strokeWidth,
  'stroke-dasharray': shape.dash?.join(' '),
  'stroke-linecap': shape.round ? 'round' : undefined,
});

const wordsLook = (shape: Omit<TextShape, 'kind' | 'x' | 'y'>): Attributes => ({
  'text-anchor': shape.anchor,
  'font-family': shape.face === 'serif' ? 'var(--font-serif)' : undefined,
  class: shape.face === 'narrow' ? 'narrow' : undefined,
  'font-size': shape.size,
  'font-weight': shape.weight,
  'font-style': shape.italic ? 'italic' : undefined,
  fill: inks[shape.ink],
  ...(shape.edged ? { stroke: inks.paper, 'stroke-width': 2.6, 'paint-order': 'stroke' } : {}),
});

function attributesOf(shape: Inked): Attributes {
  switch (shape.kind) {
    case 'path':
      return { d: shape.d, ...lookOf(shape) };
    case 'rect': {
      const { x, y, width, height, fill } = shape;
      return { x, y, width, height, class: fill === 'call' ? 'call-ground' : undefined, ...lookOf(shape) };
    }
    case 'ellipse': {
      const { cx, cy, rx, ry } = shape;
      return { cx, cy, rx, ry, ...lookOf(shape) };
    }
    case 'text':
      return { x: shape.x, y: shape.y, ...wordsLook(shape) };
    case 'letters':
      return { x: listed(shape.xs), y: listed(shape.ys), ...wordsLook(shape) };
  }
}

/** Hundredths of a unit are finer than any screen. */
const listed = (values: readonly number[]): string =>
  values.map((value) => Math.round(value * 100) / 100).join(' ');

function elementFor(shape: Inked): SVGElement {
  const element = document.createElementNS(svg, shape.kind === 'letters' ? 'text' : shape.kind);
  const attributes = attributesOf(shape);
  for (const name in attributes) {
    const value = attributes[name];
    if (value !== undefined) element.setAttribute(name, String(value));
  }
  if (shape.kind === 'text' || shape.kind === 'letters') element.textContent = shape.text;
  return element;
}

/**
 * Inks shapes into a place that nothing else draws in, in order, those of one look joined. What it inked before and is wanted again stays as it is: a key press
 * changes a few looks of some dozen.
 */
export function createInk(): (place: SVGElement, shapes: readonly Shape[]) => void {
  let before: ReadonlyMap<string, SVGElement> = new Map();
  return (place, shapes) => {
    const parts = joined(shapes);
    const looks = apart(parts.map((part) => JSON.stringify(part)));
    const wanted = new Set(looks);
    for (const [look, element] of before) if (!wanted.has(look)) element.remove();
    const now = new Map<string, SVGElement>();
    let next = place.firstChild;
    parts.forEach((part, index) => {
      const look = looks[index] ?? '';
      const element = before.get(look) ?? elementFor(part);
      if (element === next) next = next.nextSibling;
      else place.insertBefore(element, next);
      now.set(look, element);
    });
    before = now;
  };
}

/** Texts made different from each other where some are alike. */
function apart(texts: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return texts.map((text) => {
    const count = seen.get(text) ?? 0;
    seen.set(text, count + 1);
    return count === 0 ? text : `${text} ${count}`;
  });
}
