import type { InventedPassage } from './invented-passages.ts';

/** The passages of a text written as the head of `core/checks/tuning-passages.txt` explains. */
export const tuningPassagesIn = (text: string): InventedPassage[] =>
  text
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line, index) => {
      const [tuning = '', key = '', bars = ''] = line.split('|');
      return {
        name: `${tuning} ${index + 1}`,
        tuning,
        key,
        bars: bars.split('//').map((bar): [string, string] => {
          const [thumb = '', melody = ''] = bar.split(';');
          return [thumb, melody];
        }),
      };
    });
