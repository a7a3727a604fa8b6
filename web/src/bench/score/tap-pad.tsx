import { noteWords } from '@jocund/core/directions';
import { highestFret, type StringNumber } from '@jocund/core/instrument';
import { beatAt, noteAt, numberOfBar, removeNote, writeNote, type Voice } from '@jocund/core/score';
import { useEffect } from 'react';
import { useBench } from '../bench-context.tsx';
import { moveBySlot } from './cursor-moves.ts';
import { applyNoteKey, changeLength, noteKeys } from './note-keys.ts';
import { voiceInHand } from './voice-in-hand.ts';

/** Where what is touched must lie right under the sheet: on phones and tablets, whatever points. */
export const tapsBelowSheet = '(max-width: 1023px), (pointer: coarse)';

const touched = 'min-h-12 min-w-12 flex-none border border-ink1-65 px-3 font-semibold';
const button = `${touched} text-paper hover:bg-ink1-80 disabled:opacity-40`;

/** Everything a note needs at the place that was tapped: frets, slots, strings, length, marks, taking out. */
export function TapPad({ voice, onDone }: { voice: Voice; onDone: () => void }) {
  const { score, edit, cursor, setCursor, grid, undo } = useBench();
  const hand = voiceInHand(score, cursor, voice);
  const place = { ...cursor, voice: hand };
  const bar = score.bars[cursor.bar];
  const note = noteAt(bar, cursor.tick, cursor.string, hand);
  const number = numberOfBar(score, cursor.bar);
  const toString = (string: number) => {
    if (string >= 1 && string <= 6) setCursor({ ...cursor, string: string as StringNumber });
  };

  // The pad takes room from the sheet: what was tapped stays in sight.
  useEffect(() => {
    const systems = [...document.querySelectorAll<HTMLElement>('[data-system]')];
    systems
      .findLast((each) => Number(each.dataset.system) <= cursor.bar)
      ?.scrollIntoView({ block: 'nearest' });
  }, [cursor.bar]);

  return (
    <section
      aria-label="Note pad"
      className="on-ink flex-none bg-ink1 px-3 pt-2 pb-3 text-paper print:hidden"
    >
      <p className="flex items-center justify-between gap-3 pb-2">
        <span aria-live="polite">
          {bar && note
            ? noteWords(bar, number, note)
            : `bar ${number}, beat ${bar ? beatAt(bar.metre, cursor.tick) : 1}, string ${cursor.string}, nothing yet`}
        </span>
        <button type="button" className={button} onClick={onDone}>
          Done
        </button>
      </p>
      <div
        className="flex gap-1.5 overflow-x-auto"
        role="group"
        aria-label={`Fret on string ${cursor.string}`}
      >
        {Array.from({ length: highestFret(score) + 1 }, (_, fret) => (
          <button
            key={fret}
            type="button"
            aria-label={fret === 0 ? 'Open string' : `Fret ${fret}`}
            aria-pressed={note?.fret === fret}
            className={`figure text-lg ${note?.fret === fret ? `${touched} bg-paper text-ink1` : button}`}
            onClick={() => edit((each) => writeNote(each, place, fret, grid))}
          >
            {fret}
          </button>
        ))}
      </div>
      <div className="mt-1.5 flex gap-1.5 overflow-x-auto" role="group" aria-label="Move and change">
        <PadButton says="A slot back" onPress={() => setCursor(moveBySlot(score, cursor, grid, -1))}>
          ←
        </PadButton>
        <PadButton says="A slot on" onPress={() => setCursor(moveBySlot(score, cursor, grid, 1))}>
          →
        </PadButton>
        <PadButton
          says="Thinner string"
          isOff={cursor.string === 1}
          onPress={() => toString(cursor.string - 1)}
        >
          ↑
        </PadButton>
        <PadButton
          says="Thicker string"
          isOff={cursor.string === 6}
          onPress={() => toString(cursor.string + 1)}
        >
          ↓
        </PadButton>
        <PadButton isOff={!note} onPress={() => edit((each) => removeNote(each, place))}>
          take out
        </PadButton>
        <PadButton onPress={undo}>undo</PadButton>
        <PadButton isOff={!note} onPress={() => edit((each) => changeLength(each, place, grid, -1))}>
          shorter
        </PadButton>
        <PadButton isOff={!note} onPress={() => edit((each) => changeLength(each, place, grid, 1))}>
          longer
        </PadButton>
      </div>
      <div className="mt-1.5 flex gap-1.5 overflow-x-auto" role="group" aria-label="Marks">
        {noteKeys.map((noteKey) => (
          <button
            key={noteKey.key}
            type="button"
            disabled={!note}
            aria-pressed={note ? noteKey.isOn(note) : false}
            className={`narrow text-note whitespace-nowrap ${note && noteKey.isOn(note) ? `${touched} bg-paper text-ink1` : button}`}
            onClick={() => edit((each) => applyNoteKey(each, place, noteKey))}
          >
            {noteKey.words}
          </button>
        ))}
      </div>
    </section>
  );
}

interface PadButtonProps {
  readonly says?: string;
  readonly isOff?: boolean;
  readonly onPress: () => void;
  readonly children: string;
}

const PadButton = ({ says, isOff = false, onPress, children }: PadButtonProps) => (
  <button
    type="button"
    aria-label={says}
    disabled={isOff}
    className={`${button} text-note whitespace-nowrap`}
    onClick={onPress}
  >
    {children}
  </button>
);
