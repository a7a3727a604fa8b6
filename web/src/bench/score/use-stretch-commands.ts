import { changeStretch, notesInStretch, type Stretch, type Voice } from '@jocund/core/score';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import type { NoteKey } from './note-keys.ts';
import { voiceInHand } from './voice-in-hand.ts';
import { selectedStretch, stretchUnder } from './selection.ts';
import type { stretchKeys } from './stretch-keys.ts';

/** Runs what can be done to the selected notes, or to the one under the cursor. */
export function useStretchCommands(voice: Voice): {
  readonly selection: Stretch | undefined;
  readonly run: (command: (typeof stretchKeys)[number]) => void;
  /** Every selected note takes the mark; where all of them carry it, it is taken away. */
  readonly mark: (noteKey: NoteKey) => void;
} {
  const { score, edit, cursor, setCursor, extendTo, anchor, grid } = useBench();
  const attempt = useAttempt();
  const selection = selectedStretch(score, anchor, cursor, grid, voice);
  const stretch = stretchUnder(selection, cursor, voiceInHand(score, cursor, voice));
  return {
    selection,
    run: ({ change, follow }) => {
      if (notesInStretch(score, stretch).length === 0) return;
      if (!attempt((each) => change(each, stretch, grid)) || !follow) return;
      if (anchor) {
        setCursor(follow(score, anchor, grid));
        extendTo(follow(score, cursor, grid));
      } else setCursor(follow(score, cursor, grid));
    },
    mark: (noteKey) => {
      if (!selection) return;
      const isOnAll = notesInStretch(score, selection).every(({ note }) => noteKey.isOn(note));
      edit((each) =>
        changeStretch(each, selection, (note) =>
          noteKey.isOn(note) === isOnAll ? noteKey.change(note) : {},
        ),
      );
    },
  };
}
