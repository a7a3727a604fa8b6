import type { PathShape, Shape, TextShape } from '@jocund/core/engraving';
import { boxOf, overlap, type Box } from './shape-box.ts';

/** Single letters of one look, each in its own place. */
interface Letters extends Omit<TextShape, 'kind' | 'x' | 'y'> {
  readonly kind: 'letters';
  /** Of each letter of the text. */
  readonly xs: readonly number[];
  readonly ys: readonly number[];
}

/** What is put on the page as one element. */
export type Inked = Shape | Letters;

/**
 * Shapes of one look made one: a browser takes its time by the element, and a sheet has thousands of shapes of a few dozen looks. A shape joins the last of its look
 * where it covers nothing that was drawn since, and nothing covers it that comes before it: all is drawn as it was.
 */
export function joined(shapes: readonly Shape[]): Inked[] {
  const parts: Part[] = [];
  const open = new Map<string, Part>();
  const drawn = drawnSoFar();
  for (const shape of shapes) {
    const box = boxOf(shape);
    const look = lookOf(shape);
    const own = look === undefined ? undefined : open.get(look);
    const isFree = own && !drawn.covers(box, mayCoverItself(shape) ? own.place + 1 : own.place);
    const part = own && isFree ? own : { place: parts.length, shapes: [] };
    if (part !== own) parts.push(part);
    if (look !== undefined) open.set(look, part);
    part.shapes.push(shape);
    drawn.add(box, part.place);
  }
  return parts.map(oneOf);
}

/** Lines and letters of one ink may cross each other; where fills do, it can leave a hole. */
const mayCoverItself = (shape: Shape): boolean =>
  shape.kind === 'text' ? !shape.edged : shape.fill === undefined;

interface Part {
  readonly place: number;
  readonly shapes: Shape[];
}

interface Drawn {
  readonly part: number;
  readonly box: Box;
}
const columnWidth = 32;
/** What reaches across more columns is kept beside them. */
const mostColumns = 4;
const columnAt = (x: number): number => Math.max(0, Math.floor(x / columnWidth));

/** What is drawn already, by columns of the sheet: a shape is held only against what is near it. */
function drawnSoFar() {
  const columns: Drawn[][] = [];
  const wide: Drawn[] = [];
  const isCovered = (some: readonly Drawn[] | undefined, box: Box, since: number): boolean => {
    if (some) for (const each of some) if (each.part >= since && overlap(each.box, box)) return true;
    return false;
  };
  return {
    /** Whether a part from `since` on covers some of a box. */
    covers: (box: Box, since: number): boolean => {
      if (isCovered(wide, box, since)) return true;
      const last = Math.min(columnAt(box.right), columns.length - 1);
      for (let column = columnAt(box.left); column <= last; column += 1)
        if (isCovered(columns[column], box, since)) return true;
      return false;
    },
    add: (box: Box, part: number): void => {
      const [first, last] = [columnAt(box.left), columnAt(box.right)];
      const placed = { part, box };
      if (last - first >= mostColumns) wide.push(placed);
      else for (let column = first; column <= last; column += 1) (columns[column] ??= []).push(placed);
    },
  };
}

/** What shapes must have in common to be drawn as one; undefined for what stands alone: words, and the ground of the call, which the page knows by its class. */
function lookOf(shape: Shape): string | undefined {
  if (shape.kind === 'text') {
    const { text, size, face, weight, italic, anchor, ink, edged } = shape;
    if (text.length !== 1 || text === ' ') return undefined;
    return `${size} ${face} ${weight} ${italic ?? false} ${anchor} ${ink} ${edged}`;
  }
  const { fill, stroke, strokeWidth, dash, round } = shape;
  return fill === 'call' ? undefined : `${fill} ${stroke} ${strokeWidth} ${dash?.join()} ${round}`;
}

function oneOf({ shapes }: Part): Inked {
  const [first] = shapes;
  if (!first) throw new Error('A part without shapes');
  if (shapes.length === 1) return first;
  if (first.kind === 'text') {
    const { kind: _kind, x: _x, y: _y, ...look } = first;
    const texts = shapes.filter((shape) => shape.kind === 'text');
    return {
      ...look,
      kind: 'letters',
      text: texts.map(({ text }) => text).join(''),
      xs: texts.map(({ x }) => x),
      ys: texts.map(({ y }) => y),
    };
  }
  const { fill, stroke, strokeWidth, dash, round } = first;
  const look = { fill, stroke, strokeWidth, dash, round } as Omit<PathShape, 'kind' | 'd'>;
  return { ...look, kind: 'path', d: shapes.map(dataOf).join('') };
}

function dataOf(shape: Shape): PathShape['d'] {
  switch (shape.kind) {
    case 'path':
      return shape.d;
    case 'rect': {
      const { x, y, width, height } = shape;
      return `M${x} ${y}h${width}v${height}h${-width}z`;
    }
    case 'ellipse': {
      const { cx, cy, rx, ry } = shape;
      return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 1 ${2 * rx} 0a${rx} ${ry} 0 1 1 ${-2 * rx} 0z`;
    }
    case 'text':
      return '';
  }
}
