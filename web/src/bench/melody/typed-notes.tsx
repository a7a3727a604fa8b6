import { readNotes } from '@jocund/core/melody';
import { numberOfBar, copyStretch, layClip, momentOf, ticksOf, type Stretch } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useSettings } from '../../ui/settings.ts';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import { onGrid } from '../score/cursor-moves.ts';
import { useHand } from '../use-check.ts';
import { TypedLine, type LineFault } from './typed-line.tsx';

/** How far up the neck typed notes are looked for. */
const highestFretLookedAt = 9;

/** A melody typed as notes, from the cursor on: the engine of the hands finds strings and frets. */
export function TypedNotes() {
  const { score, cursor, setCursor, grid, undo } = useBench();
  const [{ noteNames }] = useSettings();
  const hand = useHand();
  const say = useSay();
  const attempt = useAttempt();
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<LineFault | undefined>();
  const { state, start, cancel } = useWork('placeMelody');

  const take = () => {
    const at = { bar: cursor.bar, tick: cursor.tick };
    const read = readNotes(score, typed, { at, grid, language: noteNames });
    if (!read.ok) {
      setFault(read.fault);
      return;
    }
    setFault(undefined);
    const laid = layClip(score, read.clip, at);
    if (!laid.ok) {
      attempt(() => laid);
      return;
    }
    const to = momentOf(laid.value, ticksOf(score, at) + read.clip.lengthTicks);
    const within: Stretch = { voice: 'melody', from: at, to };
    start({ score: laid.value, hand, within, highestFret: highestFretLookedAt }, (found) => {
      const clip = copyStretch(found.score, within);
      if (!attempt((each) => layClip(each, clip, at))) return;
      setTyped('');
      setCursor(onGrid(laid.value, { ...to, string: cursor.string }, grid));
      say(`${counted(clip.notes.length, 'note')} laid from bar ${numberOfBar(score, at.bar)} on.`, undo);
    });
  };

  return (
    <TypedLine
      label={
        <>
          <b>F#4 e. A4 q</b> note and length (<b>w h q e s</b>, <b>.</b> dotted, <b>t</b> triplet), <b>r</b>{' '}
          rest, <b>C5+E5</b> together, <b>|</b> bar line
        </>
      }
      typed={typed}
      maxLength={2000}
      fault={fault}
      said={state.kind === 'failed' && 'The weighing broke off. The piece is as it was; try again.'}
      onType={(text) => {
        setTyped(text);
        setFault(undefined);
      }}
      onTake={take}
    >
      {state.kind === 'working' ? (
        <p className="flex items-center justify-between pt-1" role="status">
          <span className="text-note">
            finding strings, <span className="figure">{Math.round(state.share * 100)} %</span>
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        <Button className="mt-1" type="submit" disabled={typed.trim() === ''}>
          Lay the notes from here
        </Button>
      )}
    </TypedLine>
  );
}
