import { layRiff } from '@jocund/core/form';
import {
  numberOfBar,
  clearStretch,
  copyStretch,
  layBar,
  layClip,
  momentOf,
  notesInStretch,
  ticksOf,
  type Moment,
  type Score,
  type Stretch,
  type Voice,
} from '@jocund/core/score';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import { onGrid } from './cursor-moves.ts';
import { clipboard, type CopiedFrom } from './clipboard.ts';
import { selectedStretch, stretchWords } from './selection.ts';

/** Copies the selected notes, or the whole bar with grips and both voices where nothing is selected; lays them down elsewhere. */
export function useClipboard(voice: Voice | undefined): {
  readonly copy: () => void;
  readonly cut: () => void;
  readonly paste: () => void;
  /** Lays down notes of this piece so that they follow those they come from. */
  readonly pasteRiff: () => void;
} {
  const { arrangementId, score, edit, undo, cursor, setCursor, anchor, grid } = useBench();
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
      const source = copiedFrom(arrangementId, score, selection);
      clipboard.hold({ kind: 'clip', clip: copyStretch(score, selection), words, source });
      say(
        `Copied: ${words}. Go where it should begin and press Ctrl V, or Ctrl Shift V for a riff that follows.`,
      );
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

  const pasteRiff = () => {
    const held = clipboard.held();
    const stretch =
      held?.kind === 'clip' ? stretchOf(arrangementId, score, held.source, held.clip.voice) : undefined;
    if (!stretch)
      say('Select notes of this piece and copy them first; then they can be laid so that they follow.');
    else if (voice !== stretch.voice) say(`They are the ${stretch.voice}’s: go to its stage to lay them.`);
    else if (attempt((each) => layRiff(each, stretch, cursor)))
      say(`A riff of bar ${numberOfBar(score, stretch.from.bar)}: it follows what changes there.`, undo);
  };

  return {
    copy,
    cut: () => {
      copy();
      if (selection) edit((each) => clearStretch(each, selection));
    },
    paste,
    pasteRiff,
  };
}

const copiedFrom = (arrangementId: string, { bars }: Score, { from, to }: Stretch): CopiedFrom => {
  const named = ({ bar, tick }: Moment) => ({ bar: bars[bar]?.id, tick });
  return { arrangementId, from: named(from), to: named(to) };
};

/** Where copied notes are now; undefined where they are of another piece, or gone. */
function stretchOf(
  arrangementId: string,
  { bars }: Score,
  source: CopiedFrom,
  voice: Voice,
): Stretch | undefined {
  const placed = ({ bar, tick }: CopiedFrom['from']) => ({
    bar: bars.findIndex(({ id }) => id === bar),
    tick,
  });
  const [from, to] = [placed(source.from), placed(source.to)];
  if (source.arrangementId !== arrangementId || from.bar < 0 || to.bar < from.bar) return undefined;
  return { voice, from, to };
}
