import type { Result } from '@jocund/core/fault';
import type { StringNumber } from '@jocund/core/instrument';
import {
  clearStretch,
  momentOf,
  noteAt,
  repeatStretch,
  restringStretch,
  shiftStretch,
  ticksOf,
  transposeStretch,
  type Stretch,
  type Score,
} from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

interface StretchKey {
  /** As {@link keyOf} names it; the first is the one that is shown. */
  readonly keys: readonly string[];
  readonly shownKey: string;
  readonly words: string;
  readonly change: (score: Score, stretch: Stretch, grid: number) => Result<Score>;
  /** Where a place of the stretch is afterwards, so that cursor and selection go along. */
  readonly follow?: (score: Score, place: SheetPlace, grid: number) => SheetPlace;
}

const byString =
  (direction: 1 | -1) =>
  (_: Score, place: SheetPlace): SheetPlace => ({
    ...place,
    string: Math.min(6, Math.max(1, place.string + direction)) as StringNumber,
  });

const bySlot =
  (direction: 1 | -1) =>
  (score: Score, place: SheetPlace, grid: number): SheetPlace => ({
    ...place,
    ...momentOf(score, Math.max(0, ticksOf(score, place) + direction * grid)),
  });

/** Behind the note at a place, where its repetition stands. */
const afterNote = (score: Score, place: SheetPlace): SheetPlace => {
  const note = noteAt(score.bars[place.bar], place.tick, place.string);
  return note ? { ...place, ...momentOf(score, ticksOf(score, place) + note.durationTicks) } : place;
};

/** What is done to the selected notes, or to the one under the cursor. Margin and help are made from this list. */
export const stretchKeys: readonly StretchKey[] = [
  {
    keys: ['Alt ArrowUp'],
    shownKey: 'Alt ↑',
    words: 'thinner string, same pitch',
    change: (score, stretch) => restringStretch(score, stretch, -1, 'pitch'),
    follow: byString(-1),
  },
  {
    keys: ['Alt ArrowDown'],
    shownKey: 'Alt ↓',
    words: 'thicker string, same pitch',
    change: (score, stretch) => restringStretch(score, stretch, 1, 'pitch'),
    follow: byString(1),
  },
  {
    keys: ['Alt Shift ArrowUp'],
    shownKey: 'Alt Shift ↑',
    words: 'thinner string, same fret',
    change: (score, stretch) => restringStretch(score, stretch, -1, 'fret'),
    follow: byString(-1),
  },
  {
    keys: ['Alt Shift ArrowDown'],
    shownKey: 'Alt Shift ↓',
    words: 'thicker string, same fret',
    change: (score, stretch) => restringStretch(score, stretch, 1, 'fret'),
    follow: byString(1),
  },
  {
    keys: ['Alt ArrowLeft'],
    shownKey: 'Alt ←',
    words: 'a slot earlier',
    change: (score, stretch, grid) => shiftStretch(score, stretch, -grid),
    follow: bySlot(-1),
  },
  {
    keys: ['Alt ArrowRight'],
    shownKey: 'Alt →',
    words: 'a slot later',
    change: (score, stretch, grid) => shiftStretch(score, stretch, grid),
    follow: bySlot(1),
  },
  {
    keys: ['+', '='],
    shownKey: '+',
    words: 'a half step up',
    change: (score, stretch) => transposeStretch(score, stretch, 1),
  },
  {
    keys: ['-'],
    shownKey: '−',
    words: 'a half step down',
    change: (score, stretch) => transposeStretch(score, stretch, -1),
  },
  {
    keys: ['Ctrl d'],
    shownKey: 'Ctrl D',
    words: 'once more, straight after',
    change: repeatStretch,
    follow: afterNote,
  },
  {
    keys: ['Delete', 'Backspace'],
    shownKey: 'Delete',
    words: 'take out',
    change: (score, stretch) => ({ ok: true, value: clearStretch(score, stretch) }),
  },
];
