import {
  numberOfBar,
  clearStretch,
  copyStretch,
  layBar,
  layClip,
  momentOf,
  notesInStretch,
  ticksOf,
  type Voice,
} from '@jocund/core/score';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import { onGrid } from './cursor-moves.ts';
import { clipboard } from './clipboard.ts';
import { selectedStretch, stretchWords } from './selection.ts';

/** Copies the selected notes, or the whole bar with grips and both voices where nothing is selected; lays them down elsewhere. */
export function useClipboard(voice: Voice | undefined): {
  readonly copy: () => void;
  readonly cut: () => void;
  readonly paste: () => void;
} {
  const { score, edit, cursor, setCursor, anchor, grid } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const selection = voice && selectedStretch(score, anchor, cursor, grid, voice);

  const copy = () => {
    if (selection && notesInStretch(score, selection).length === 0) {
      say('Nothing is written in what is selected.');
      return;
    }
    const bar = score.bars[cursor.bar];
    if (selection) {
      const words = stretchWords(score, selection);
      clipboard.hold({ kind: 'clip', clip: copyStretch(score, selection), words });
      say(`Copied: ${words}. Go where it should begin and press Ctrl V.`);
    } else if (bar) {
      clipboard.hold({ kind: 'bar', bar, words: `bar ${numberOfBar(score, cursor.bar)}` });
      say(
        `Copied: bar ${numberOfBar(score, cursor.bar)} with its grips. Go to another bar and press Ctrl V.`,
      );
    }
  };

  const paste = () => {
    const held = clipboard.held();
    if (!held)
      say('Nothing is copied yet. Press Ctrl C on a bar, or select notes with Shift and the arrows first.');
    else if (held.kind === 'bar') edit((each) => layBar(each, held.bar, cursor.bar));
    else if (!voice) say('Notes are laid down on Melody and on Thumb.');
    else if (attempt((each) => layClip(each, { ...held.clip, voice }, cursor))) {
      const end = ticksOf(score, cursor) + held.clip.lengthTicks;
      setCursor(onGrid(score, { ...momentOf(score, end), string: cursor.string }, grid));
    }
  };

  return {
    copy,
    cut: () => {
      copy();
      if (selection) edit((each) => clearStretch(each, selection));
    },
    paste,
  };
}
