import { RenderContext } from 'vexflow/core';
import { path, type Ink, type Shape } from '../engraving/index.ts';
import { sizeOf } from './measuring.ts';
import { musicGlyphs } from './music-glyphs.ts';

type State = Readonly<{ fill: Ink; stroke: Ink; lineWidth: number; font: string }>;

const isInk = (style: unknown): style is Ink => style === 'ink1' || style === 'ink2';

/** A sign's outline at its place. */
export function placeSign(sign: string, x: number, y: number, size: number, ink: Ink): Shape[] {
  const glyph = musicGlyphs[sign];
  if (!glyph) return [];
  const k = size / 1000;
  let isX = false;
  const d = glyph.d.replace(/-?\d+/g, (number) => {
    isX = !isX;
    return String(round((isX ? x : y) + Number(number) * k));
  });
  return [path(d, { fill: ink })];
}

const round = (value: number): number => Math.round(value * 100) / 100;

/** What an engraver draws, gathered as shapes of the sheet, `scale` times as large; its ink names are the sheet's. */
export class ShapeContext extends RenderContext {
  readonly shapes: Shape[] = [];
  readonly #scale: number;
  #state: State = { fill: 'ink1', stroke: 'ink1', lineWidth: 1, font: '30pt Bravura' };
  readonly #kept: State[] = [];
  #d = '';

  constructor(scale: number) {
    super();
    this.#scale = scale;
  }

  setFillStyle(style: string): this {
    if (isInk(style)) this.#state = { ...this.#state, fill: style };
    return this;
  }
  setStrokeStyle(style: string): this {
    if (isInk(style)) this.#state = { ...this.#state, stroke: style };
    return this;
  }
  setLineWidth(width: number): this {
    this.#state = { ...this.#state, lineWidth: width };
    return this;
  }
  setFont(font?: unknown, size?: string | number): this {
    const told = typeof font === 'string' ? font : '';
    this.#state = {
      ...this.#state,
      font: size === undefined ? told : `${typeof size === 'number' ? `${size}pt` : size} ${told}`,
    };
    return this;
  }
  getFont(): string {
    return this.#state.font;
  }
  save(): this {
    this.#kept.push(this.#state);
    return this;
  }
  restore(): this {
    this.#state = this.#kept.pop() ?? this.#state;
    return this;
  }

  beginPath(): this {
    this.#d = '';
    return this;
  }
  moveTo(x: number, y: number): this {
    return this.#add('M', x, y);
  }
  lineTo(x: number, y: number): this {
    return this.#add('L', x, y);
  }
  bezierCurveTo(...points: [number, number, number, number, number, number]): this {
    return this.#add('C', ...points);
  }
  quadraticCurveTo(...points: [number, number, number, number]): this {
    return this.#add('Q', ...points);
  }
  closePath(): this {
    this.#d += 'Z';
    return this;
  }
  fill(): this {
    this.shapes.push(path(this.#d, { fill: this.#state.fill }));
    return this;
  }
  stroke(): this {
    const strokeWidth = this.#state.lineWidth * this.#scale;
    this.shapes.push(path(this.#d, { stroke: this.#state.stroke, strokeWidth }));
    return this;
  }
  rect(x: number, y: number, width: number, height: number): this {
    return this.moveTo(x, y)
      .lineTo(x + width, y)
      .lineTo(x + width, y + height)
      .lineTo(x, y + height)
      .closePath();
  }
  fillRect(x: number, y: number, width: number, height: number): this {
    return this.beginPath().rect(x, y, width, height).fill();
  }
  fillText(text: string, x: number, y: number): this {
    const size = sizeOf(this.#state.font);
    let at = x;
    for (const sign of text) {
      this.shapes.push(
        ...placeSign(sign, at * this.#scale, y * this.#scale, size * this.#scale, this.#state.fill),
      );
      at += ((musicGlyphs[sign]?.advance ?? 0) * size) / 1000;
    }
    return this;
  }

  #add(command: string, ...numbers: number[]): this {
    this.#d += command + numbers.map((value) => round(value * this.#scale)).join(' ');
    return this;
  }

  get fillStyle(): string {
    return this.#state.fill;
  }
  set fillStyle(style: string) {
    this.setFillStyle(style);
  }
  get strokeStyle(): string {
    return this.#state.stroke;
  }
  set strokeStyle(style: string) {
    this.setStrokeStyle(style);
  }

  // What a sheet of shapes does not need: nothing is cleared, turned, shadowed or pointed at while it is engraved.
  arc = (): this => this;
  clear(): void {
    this.shapes.length = 0;
  }
  setBackgroundFillStyle = (): this => this;
  setShadowColor = (): this => this;
  setShadowBlur = (): this => this;
  setLineCap = (): this => this;
  setLineDash = (): this => this;
  scale = (): this => this;
  resize = (): this => this;
  clearRect = (): this => this;
  pointerRect = (): this => this;
  openGroup = (): undefined => undefined;
  closeGroup = (): void => undefined;
  openRotation = (): void => undefined;
  closeRotation = (): void => undefined;
  add = (): void => undefined;
  measureText = () => ({ x: 0, y: 0, width: 0, height: 0 });
}
