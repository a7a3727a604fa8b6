/** Inks of the sheet; what colour each has is the printer's and the screen's affair. */
export type Ink =
  | 'ink1'
  | 'ink1-80'
  | 'ink1-65'
  | 'ink1-40'
  | 'ink2'
  | 'ink2-deep'
  | 'over'
  | 'paper'
  | 'call';

export type Face = 'serif' | 'sans' | 'narrow';
type Anchor = 'start' | 'middle' | 'end';

/** How a closed shape is filled and its outline drawn; lengths in sheet units. */
interface Look {
  readonly fill?: Ink;
  readonly stroke?: Ink;
  readonly strokeWidth?: number;
  /** Lengths of dash and gap. */
  readonly dash?: readonly [number, number];
  readonly round?: boolean;
}

export interface PathShape extends Look {
  readonly kind: 'path';
  /** SVG path data: M L H V C Q Z and their relative forms. */
  readonly d: string;
}

export interface RectShape extends Look {
  readonly kind: 'rect';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface EllipseShape extends Look {
  readonly kind: 'ellipse';
  readonly cx: number;
  readonly cy: number;
  readonly rx: number;
  readonly ry: number;
}

export interface TextShape {
  readonly kind: 'text';
  readonly x: number;
  /** Of the base line. */
  readonly y: number;
  readonly text: string;
  readonly size: number;
  readonly face: Face;
  readonly weight: 400 | 600 | 700 | 900;
  readonly italic?: boolean;
  readonly anchor: Anchor;
  readonly ink: Ink;
  /** Set on a paper edge, so that it reads across strings and stems. */
  readonly edged?: boolean;
}

/**
 * One thing to draw, in order: layout is done, what is left is ink. Sheet units are CSS px on the screen and are scaled to mm
 * in print; x to the right, y down.
 */
export type Shape = PathShape | RectShape | EllipseShape | TextShape;

/** Hundredths of a unit are finer than any printer. */
const round = (value: number): number => Math.round(value * 100) / 100;

export const path = (d: string, look: Look): PathShape => ({ kind: 'path', d, ...look });

export const line = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  stroke: Ink,
  strokeWidth: number,
): PathShape => path(`M${round(x1)} ${round(y1)} L${round(x2)} ${round(y2)}`, { stroke, strokeWidth });

export const rect = (x: number, y: number, width: number, height: number, look: Look): RectShape => ({
  kind: 'rect',
  x,
  y,
  width,
  height,
  ...look,
});

export const ellipse = (cx: number, cy: number, rx: number, ry: number, look: Look): EllipseShape => ({
  kind: 'ellipse',
  cx,
  cy,
  rx,
  ry,
  ...look,
});

export const circle = (cx: number, cy: number, r: number, look: Look): EllipseShape =>
  ellipse(cx, cy, r, r, look);

export type TextLook = Partial<Omit<TextShape, 'kind' | 'x' | 'y' | 'text'>>;

/** Text in the sheet's usual sans at 12.5, ink 1, centred, unless told otherwise. */
export const text = (x: number, y: number, words: string, look: TextLook = {}): TextShape => ({
  kind: 'text',
  x,
  y,
  text: words,
  size: 12.5,
  face: 'sans',
  weight: 400,
  anchor: 'middle',
  ink: 'ink1',
  ...look,
});

/** Path data from text and numbers, numbers rounded. */
export const data = (parts: TemplateStringsArray, ...values: readonly number[]): string =>
  parts.reduce((whole, part, index) => whole + String(round(values[index - 1] ?? 0)) + part);
