import { highestFret } from '@jocund/core/instrument';
import { copyBar, insertBarAfter, removeBar, removeNote, writeNote, type Voice } from '@jocund/core/score';
import { useRef, useState, type KeyboardEvent } from 'react';
import { useSay } from '../../ui/toast.tsx';
import type { SheetPlace } from '../../score-view/place.ts';
import { useBench } from '../bench-context.tsx';
import { moveByBar, moveBySlot, moveByString, toBarEnd } from './cursor-moves.ts';
import { createFretTyping } from './fret-typing.ts';
import { applyNoteKey, changeLength, noteKeys } from './note-keys.ts';

const grids = [480, 320, 240] as const;

/** Into the queries of the margin, where 1, 2 and 0 mend or let stand. */
function toFirstQuery(say: (text: string) => void): void {
  const query = document.querySelector<HTMLElement>('[data-query]');
  if (query) query.focus();
  else say('No query stands in this margin.');
}

/** What the keyboard does on the score: moving for every stage, writing for the voice of the stage, if it has one. */
export function useScoreKeys(voice: Voice | undefined): (event: KeyboardEvent) => void {
  const { study, edit, undo, redo, cursor, setCursor, grid, setGrid } = useBench();
  const [typeFret] = useState(createFretTyping);
  const copied = useRef<number | undefined>(undefined);
  const say = useSay();

  const moves: Record<string, (shift: boolean) => SheetPlace> = {
    ArrowLeft: (shift) => (shift ? moveByBar(study, cursor, -1) : moveBySlot(study, cursor, grid, -1)),
    ArrowRight: (shift) => (shift ? moveByBar(study, cursor, 1) : moveBySlot(study, cursor, grid, 1)),
    ArrowUp: () => moveByString(cursor, -1),
    ArrowDown: () => moveByString(cursor, 1),
    Home: () => ({ ...cursor, tick: 0 }),
    End: () => toBarEnd(study, cursor, grid),
    PageUp: () =>
      moveByBar(study, moveByBar(study, moveByBar(study, moveByBar(study, cursor, -1), -1), -1), -1),
    PageDown: () =>
      moveByBar(study, moveByBar(study, moveByBar(study, moveByBar(study, cursor, 1), 1), 1), 1),
  };

  const addBar = () =>
    edit((each) => {
      const longer = insertBarAfter(each, cursor.bar);
      if (!longer.ok) say(`${longer.fault.reason}. ${longer.fault.remedy}.`);
      return longer.ok ? longer.value : each;
    });

  const withControl: Record<string, (shift: boolean) => void> = {
    z: (shift) => (shift ? redo() : undo()),
    y: redo,
    c: () => {
      copied.current = cursor.bar;
      say(`Bar ${cursor.bar + 1} is copied. Go to another bar and press Ctrl V.`);
    },
    v: () => {
      const from = copied.current;
      if (from === undefined) say('No bar is copied yet. Press Ctrl C on the bar to copy.');
      else edit((each) => copyBar(each, from, cursor.bar));
    },
    enter: addBar,
    backspace: () => edit((each) => removeBar(each, cursor.bar)),
  };

  const write = (event: KeyboardEvent): boolean => {
    if (!voice) return false;
    const place = { ...cursor, voice };
    const key = event.key.toLowerCase();
    const noteKey = noteKeys.find((each) => each.key === event.key);
    if (/^\d$/.test(key)) {
      const fret = typeFret(cursor, Number(key), highestFret(study), event.timeStamp);
      edit((each) => writeNote(each, place, fret, grid));
    } else if (key === 'delete' || key === 'backspace') edit((each) => removeNote(each, place));
    else if (key === '.' || key === ']') edit((each) => changeLength(each, place, grid, 1));
    else if (key === ',' || key === '[') edit((each) => changeLength(each, place, grid, -1));
    else if (key === 'g')
      setGrid(grids[(grids.findIndex((each) => each === grid) + 1) % grids.length] ?? 480);
    else if (noteKey) edit((each) => applyNoteKey(each, place, noteKey));
    else return false;
    return true;
  };

  return (event) => {
    if (event.altKey) return;
    const control = event.ctrlKey || event.metaKey;
    const move = control ? undefined : moves[event.key];
    const command = control ? withControl[event.key.toLowerCase()] : undefined;
    if (move) setCursor(move(event.shiftKey));
    else if (command) command(event.shiftKey);
    else if (!control && event.key === 'q') toFirstQuery(say);
    else if (control || !write(event)) return;
    event.preventDefault();
    event.stopPropagation();
  };
}
