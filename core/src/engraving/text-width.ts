import { glyphWidths } from './glyph-widths.ts';
import type { Face, TextShape } from './shape.ts';

/** An unknown letter takes this share of the size. */
const usualWidth = 620;

/** Width of words in sheet units. Upright weights are measured bold, so that nothing is wider than thought. */
export function textWidth(words: string, size: number, face: Face, italic = false): number {
  const widths: Readonly<Record<string, number>> =
    glyphWidths[face === 'serif' && italic ? 'serifItalic' : face];
  let sum = 0;
  for (const character of words) sum += widths[character] ?? usualWidth;
  return (sum * size) / 1000;
}

/** Left and right edge of a text shape. */
export function textEdges({ x, text, size, face, italic, anchor }: TextShape): readonly [number, number] {
  const width = textWidth(text, size, face, italic);
  const left = anchor === 'start' ? x : anchor === 'middle' ? x - width / 2 : x - width;
  return [left, left + width];
}
