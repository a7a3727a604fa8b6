import { textWidth } from './text-width.ts';

/** From one line of words to the next, in sheet units. */
export const lineHeight = 18;

/** Breaks text into lines no wider than `width`. */
export function wrap(words: string, width: number, size: number): string[] {
  return words.split(' ').reduce<string[]>((lines, word) => {
    const longer = `${lines.at(-1) ?? ''} ${word}`.trim();
    if (lines.length > 0 && textWidth(longer, size, 'narrow') <= width) return lines.with(-1, longer);
    return [...lines, word];
  }, []);
}
