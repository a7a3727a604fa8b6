import { highestFret } from '@jocund/core/instrument';
import type { GripFrets } from '@jocund/core/score';
import {
  chordText,
  nameGrip,
  parseChord,
  parseFrets,
  pressedRange,
  type FoundGrip,
} from '@jocund/core/shapes';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import type { Draft } from './draft.ts';
import { GripChoice } from './grip-choice.tsx';
import { useHand } from '../use-check.ts';
import { HandSettings } from './hand-settings.tsx';

/** All playable grips of a chord in the piece's tuning, easiest first, near where the hand is. */
export function FindPart({ start, onTake }: { start: Draft; onTake: (frets: GripFrets) => void }) {
  const { score } = useBench();
  const [settings] = useSettings();
  const hand = useHand();
  const { state, start: find } = useWork('findGrips');
  const last = highestFret(score);
  const held = parseFrets(start.frets, last);
  const [symbol, setSymbol] = useState(
    held.ok
      ? (nameGrip(score.tuning, held.value, { key: score.key, language: settings.noteNames }).name ?? '')
      : '',
  );
  const [near, setNear] = useState(0);
  const chord = parseChord(symbol, settings.noteNames);
  const heldAt = held.ok ? pressedRange(held.value)?.lowest : undefined;
  return (
    <MarginPart>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!chord.ok) return;
          find({
            chord: chordText(chord.value),
            instrument: {
              tuning: score.tuning,
              capo: score.capo,
              scaleMm: score.scaleMm,
              fretCount: score.fretCount,
            },
            hand,
            nearFret: near === 0 ? undefined : near,
          });
        }}
      >
        <TextField
          label="Chord"
          autoComplete="off"
          spellCheck={false}
          placeholder="D7/F#"
          value={symbol}
          onChange={({ target }) => setSymbol(target.value)}
          error={
            symbol.trim() !== '' && !chord.ok ? `${chord.fault.reason}. ${chord.fault.remedy}.` : undefined
          }
        />
        <div className="mt-2">
          <Stepper
            label={near === 0 ? 'Near a fret: anywhere' : 'Near fret'}
            value={near}
            low={0}
            high={last}
            onChange={setNear}
            describe={(fret) => (fret === 0 ? 'anywhere' : `fret ${fret}`)}
          />
        </div>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="solid" disabled={!chord.ok}>
            Find grips
          </Button>
          {heldAt !== undefined && heldAt !== near && (
            <Button onClick={() => setNear(heldAt)}>Near fret {heldAt}</Button>
          )}
        </div>
      </form>
      <HandSettings />
      <p role="status" className="text-note mt-3">
        {state.kind === 'working' ? 'Looking along the whole neck …' : ''}
      </p>
      {state.kind === 'failed' && (
        <ErrorNote title="The search broke off" text="Press Find grips to look again." />
      )}
      {state.kind === 'done' && state.output.ok && <Found grips={state.output.value} onTake={onTake} />}
    </MarginPart>
  );
}

function Found({ grips, onTake }: { grips: readonly FoundGrip[]; onTake: (frets: GripFrets) => void }) {
  const shown = useNames();
  if (grips.length === 0)
    return (
      <p>
        No hand of this size can hold this chord there. Try a larger stretch of neck, or leave out a tone:
        A7no5.
      </p>
    );
  return (
    <ol aria-label="Grips found">
      {grips.map(({ frets, fingers, name, spanMm, costMm, terms }) => (
        <GripChoice
          key={frets.join()}
          frets={frets}
          fingers={fingers}
          name={name ? shown(name) : 'no plain name'}
          note={`${costMm.toFixed(0)} in all, span ${Math.round(spanMm)} mm: ${terms
            .filter(({ mm }) => mm >= 1)
            .map(({ name: term, mm }) => `${term} ${mm.toFixed(0)}`)
            .join(', ')}`}
          onTake={() => onTake(frets)}
        />
      ))}
    </ol>
  );
}
