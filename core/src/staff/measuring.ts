import { Element, Font } from 'vexflow/core';
import { musicGlyphs, type MusicGlyph } from './music-glyphs.ts';

/** Size in px of a CSS font string such as "30pt Bravura". */
export function sizeOf(font: string): number {
  const match = /([\d.]+)(pt|px)/.exec(font);
  return match ? Number(match[1]) * (match[2] === 'pt' ? 4 / 3 : 1) : 40;
}

const signsOf = (text: string): MusicGlyph[] =>
  [...text].flatMap((character) => musicGlyphs[character] ?? []);

/**
 * Lets the engraver measure signs from the traced outlines instead of a canvas: it runs without a screen, and measures alike
 * everywhere. Only what an engraver of notes asks for is answered.
 */
export function measureFromOutlines(): void {
  const context = {
    font: '30pt Bravura',
    measureText(text: string) {
      const em = sizeOf(this.font) / 1000;
      const signs = signsOf(text);
      const width = signs.reduce((sum, { advance }) => sum + advance, 0) * em;
      const [left, top, right, bottom] = [0, 1, 2, 3].map((side) => {
        const edges = signs.map(({ box }) => box[side] ?? 0);
        return (edges.length === 0 ? 0 : side < 2 ? Math.min(...edges) : Math.max(...edges)) * em;
      });
      return {
        width,
        actualBoundingBoxLeft: -(left ?? 0),
        actualBoundingBoxRight: right ?? 0,
        actualBoundingBoxAscent: -(top ?? 0),
        actualBoundingBoxDescent: bottom ?? 0,
        fontBoundingBoxAscent: 1000 * em,
        fontBoundingBoxDescent: 1000 * em,
      };
    },
  };
  // The engraver would ask a page to read its own font strings back.
  Font.fromCSSString = (font: string) => ({
    family: 'Bravura',
    size: `${sizeOf(font)}px`,
    weight: 'normal',
    style: 'normal',
  });
  Element.setTextMeasurementCanvas({ getContext: () => context } as never);
}
