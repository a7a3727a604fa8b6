import { textEdges, type PathShape, type Shape, type TextShape } from '@jocund/core/engraving';

/** Where something is inked, or a little more than that; in sheet units. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** How far a letter stands above and below its base line at most, beside its size, and what a paper edge adds. */
const letter = { above: 0.75, below: 0.25, edge: 1.3 };
const hairline = 1;

export const boxOf = (shape: Shape): Box => {
  switch (shape.kind) {
    case 'text':
      return boxOfText(shape);
    case 'rect':
      return around(shape.x, shape.y, shape.x + shape.width, shape.y + shape.height, shape.strokeWidth);
    case 'ellipse': {
      const { cx, cy, rx, ry } = shape;
      return around(cx - rx, cy - ry, cx + rx, cy + ry, shape.strokeWidth);
    }
    case 'path':
      return boxOfPath(shape);
  }
};

export const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const around = (left: number, top: number, right: number, bottom: number, stroke = hairline): Box => ({
  left: left - stroke / 2,
  top: top - stroke / 2,
  right: right + stroke / 2,
  bottom: bottom + stroke / 2,
});

function boxOfText(shape: TextShape): Box {
  const { y, size, edged } = shape;
  const [left, right] = textEdges(shape);
  return around(left, y - size * letter.above, right, y + size * letter.below, edged ? 2 * letter.edge : 0);
}

const straight = /^M(\S+) (\S+) L(\S+) (\S+)$/;
const commandOrNumber = /[a-z]|-?(?:\d*\.)?\d+/gi;
/** How many numbers each command takes. */
const taken: Readonly<Record<string, number>> = { M: 2, L: 2, H: 1, V: 1, C: 6, Q: 4, Z: 0 };

/** Most paths are one line. */
function boxOfPath(shape: PathShape): Box {
  const [, ...ends] = straight.exec(shape.d) ?? [];
  const [x1 = NaN, y1 = NaN, x2 = NaN, y2 = NaN] = ends.map(Number);
  if (Number.isNaN(x1 + y1 + x2 + y2)) return boxOfData(shape);
  return around(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2), shape.strokeWidth);
}

/** Curves stay within their handles. */
function boxOfData({ d, strokeWidth }: PathShape): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  let [x, y, command] = [0, 0, 'M'];
  let numbers: number[] = [];
  const reach = (toX: number, toY: number) => {
    left = Math.min(left, toX);
    right = Math.max(right, toX);
    top = Math.min(top, toY);
    bottom = Math.max(bottom, toY);
  };
  for (const token of d.match(commandOrNumber) ?? []) {
    const value = Number(token);
    if (Number.isNaN(value)) {
      command = token;
      continue;
    }
    numbers.push(value);
    const absolute = command.toUpperCase();
    if (numbers.length < (taken[absolute] ?? 2)) continue;
    const [fromX, fromY] = command === absolute ? [0, 0] : [x, y];
    if (absolute === 'H') x = fromX + value;
    else if (absolute === 'V') y = fromY + value;
    else
      for (let at = 0; at < numbers.length; at += 2) {
        x = fromX + (numbers[at] ?? 0);
        y = fromY + (numbers[at + 1] ?? 0);
        reach(x, y);
      }
    reach(x, y);
    numbers = [];
  }
  // A corner is drawn to a point further out than half the line.
  return around(left, top, right, bottom, 4 * (strokeWidth ?? hairline));
}
