import type { Score, Voice } from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';
import {
  moveByBar,
  moveByBeat,
  moveByNote,
  moveBySlot,
  moveByString,
  toBarEnd,
  toPieceEnd,
  toPieceStart,
} from './cursor-moves.ts';

interface Standing {
  readonly score: Score;
  readonly cursor: SheetPlace;
  readonly grid: number;
  readonly voice: Voice | undefined;
}

interface MovingKey {
  /** As {@link keyOf} names it; with Shift held as well, the selection goes along. */
  readonly keys: readonly [back: string, on: string];
  readonly shownKeys: string;
  readonly words: string;
  readonly move: (standing: Standing, direction: 1 | -1) => SheetPlace;
}

/** Every way the cursor goes. The help overlay is made from this list. */
export const movingKeys: readonly MovingKey[] = [
  {
    keys: ['ArrowLeft', 'ArrowRight'],
    shownKeys: '← →',
    words: 'one slot',
    move: ({ score, cursor, grid }, direction) => moveBySlot(score, cursor, grid, direction),
  },
  {
    keys: ['ArrowUp', 'ArrowDown'],
    shownKeys: '↑ ↓',
    words: 'one string',
    move: ({ cursor }, direction) => moveByString(cursor, direction),
  },
  {
    keys: ['Ctrl ArrowLeft', 'Ctrl ArrowRight'],
    shownKeys: 'Ctrl ← →',
    words: 'one beat',
    move: ({ score, cursor }, direction) => moveByBeat(score, cursor, direction),
  },
  {
    keys: ['PageUp', 'PageDown'],
    shownKeys: 'Page Up, Page Down',
    words: 'one bar',
    move: ({ score, cursor }, direction) => moveByBar(score, cursor, direction),
  },
  {
    keys: ['Ctrl ArrowUp', 'Ctrl ArrowDown'],
    shownKeys: 'Ctrl ↑ ↓',
    words: 'to the note before, the next note',
    move: ({ score, cursor, voice }, direction) => moveByNote(score, cursor, voice, direction),
  },
  {
    keys: ['Home', 'End'],
    shownKeys: 'Home, End',
    words: 'first and last slot of the bar',
    move: ({ score, cursor, grid }, direction) =>
      direction === 1 ? toBarEnd(score, cursor, grid) : { ...cursor, tick: 0 },
  },
  {
    keys: ['Ctrl Home', 'Ctrl End'],
    shownKeys: 'Ctrl Home, Ctrl End',
    words: 'start and end of the piece',
    move: ({ score, cursor, grid }, direction) =>
      direction === 1 ? toPieceEnd(score, cursor, grid) : toPieceStart(cursor),
  },
];

/** Where a key takes the cursor, and whether it drags the selection along; undefined when it is not a moving key. */
export function movedBy(
  key: string,
  standing: Standing,
): { readonly place: SheetPlace; readonly selects: boolean } | undefined {
  const plain = key.replace('Shift ', '');
  for (const { keys, move } of movingKeys) {
    const index = keys.indexOf(plain);
    if (index >= 0) return { place: move(standing, index === 0 ? -1 : 1), selects: plain !== key };
  }
  return undefined;
}
