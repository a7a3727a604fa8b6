import type { NoteEnding } from '@jocund/core/score';

const endings: Record<NoteEnding, string> = {
  'let-ring': 'left to ring',
  stopped: 'stopped short',
  'palm-damped': 'under the palm',
};

/** How notes end, in a teacher's words. */
export const endingWords = (ending: NoteEnding | undefined): string =>
  ending ? endings[ending] : 'as written';

/** "1 bar", "3 bars". */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
