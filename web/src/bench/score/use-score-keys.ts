import { highestFret } from '@jocund/core/instrument';
import { insertBarAfter, removeBar, writeNote, type Voice } from '@jocund/core/score';
import { useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import { useStagePath } from '../use-reader.ts';
import { barKeys } from './bar-keys.ts';
import { createFretTyping } from './fret-typing.ts';
import { keyOf } from './key-of.ts';
import { movedBy } from './moving-keys.ts';
import { applyNoteKey, changeLength, noteKeys } from './note-keys.ts';
import { proposedFret } from './proposed-fret.ts';
import { stretchKeys } from './stretch-keys.ts';
import { grids } from './fitting-grid.ts';
import { voiceInHand } from './voice-in-hand.ts';
import { useClipboard } from './use-clipboard.ts';
import { useStretchCommands } from './use-stretch-commands.ts';

/** Into the queries of the margin, where 1, 2 and 0 mend or let stand. */
function toFirstQuery(say: (text: string) => void): void {
  const query = document.querySelector<HTMLElement>('[data-query]');
  if (query) query.focus();
  else say('No query stands in this margin.');
}

/** What the keyboard does on the score: moving for every stage, writing for the voice of the stage, if it has one. */
export function useScoreKeys(voice: Voice | undefined): (event: KeyboardEvent) => void {
  const bench = useBench();
  const { arrangementId, score, edit, cursor, setCursor, extendTo, anchor, grid, setGrid } = bench;
  const [typeFret] = useState(createFretTyping);
  const attempt = useAttempt();
  const clipboard = useClipboard(voice);
  const commands = useStretchCommands(voice ?? 'melody');
  const navigate = useNavigate();
  const say = useSay();
  const pathTo = useStagePath(arrangementId);
  const toStage = (stage: string) => void navigate(pathTo(stage));

  const everywhere: Record<string, () => void> = {
    'Ctrl c': clipboard.copy,
    'Ctrl x': clipboard.cut,
    'Ctrl v': clipboard.paste,
    'Ctrl Shift v': clipboard.pasteRiff,
    'Ctrl a': () => {
      if (!voice) return;
      setCursor({ bar: 0, tick: 0, string: cursor.string });
      extendTo(movedBy('Ctrl End', { score, cursor, grid, voice })?.place ?? cursor);
    },
    'Ctrl Enter': () => attempt((each) => insertBarAfter(each, cursor.bar)),
    'Ctrl Backspace': () => edit((each) => removeBar(each, cursor.bar)),
    q: () => toFirstQuery(say),
    T: () => toStage('thumb'),
    M: () => toStage('melody'),
  };

  const write = (key: string, timeStamp: number): boolean => {
    if (!voice) return false;
    const hand = voiceInHand(score, cursor, voice);
    const place = { ...cursor, voice: hand };
    const noteKey = noteKeys.find((each) => each.key === key);
    const barKey = barKeys.find((each) => each.key === key);
    const stretchKey = stretchKeys.find(({ keys }) => keys.includes(key));
    if (/^\d$/.test(key)) {
      const fret = typeFret(cursor, Number(key), highestFret(score), timeStamp);
      edit((each) => writeNote(each, place, fret, grid));
    } else if (key === 'Enter') {
      const fret = proposedFret(score, cursor);
      if (fret === undefined) say('No grip is held here. Type a fret.');
      else edit((each) => writeNote(each, place, fret, grid));
    } else if (stretchKey) commands.run(stretchKey);
    else if (key === '.' || key === ']') edit((each) => changeLength(each, place, grid, 1));
    else if (key === ',' || key === '[') edit((each) => changeLength(each, place, grid, -1));
    else if (key === 'g' || key === 'G')
      setGrid(grids[(grids.findIndex((each) => each === grid) + 1) % grids.length] ?? 480);
    else if (noteKey && commands.selection) commands.mark(noteKey);
    else if (noteKey) edit((each) => applyNoteKey(each, place, noteKey));
    else if (barKey) edit((each) => barKey.change(each, cursor, hand));
    else return false;
    return true;
  };

  return (event) => {
    const key = keyOf(event);
    const moved = movedBy(key, { score, cursor, grid, voice });
    const command = everywhere[key];
    if (moved) (moved.selects && voice ? extendTo : setCursor)(moved.place);
    else if (key === 'Escape' && anchor) setCursor(cursor);
    else if (command) command();
    else if (!write(key, event.timeStamp)) return;
    event.preventDefault();
    event.stopPropagation();
  };
}
