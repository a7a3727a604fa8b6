import { highestFret } from '@jocund/core/instrument';
import { withoutOctave } from '@jocund/core/pitch';
import type { GripFrets } from '@jocund/core/score';
import {
  type CommonMove,
  chordText,
  nameGrip,
  parseChord,
  parseFrets,
  pressedRange,
} from '@jocund/core/shapes';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useNames } from '../../ui/use-names.ts';
import type { GripWithMoves } from '../../work/messages.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import type { Draft } from './draft.ts';
import { GripChoice } from './grip-choice.tsx';
import { useHand } from '../use-check.ts';
import { HandSettings } from './hand-settings.tsx';

/** Strings that are the thumb’s. */
const bassStrings = [6, 5, 4] as const;

/** "string 1: 9 open, 4 at 3; string 2: b7 at 1". */
const moveWords = (moves: readonly CommonMove[]): string =>
  [...new Set(moves.map(({ string }) => string))]
    .sort()
    .map((string) => {
      const own = moves.filter((move) => move.string === string);
      return `string ${string}: ${own.map(({ fret, degree }) => `${degree} ${fret === 0 ? 'open' : `at ${fret}`}`).join(', ')}`;
    })
    .join('; ');

/** What a grip costs and why; over an open bass, what can be added to it instead. */
function gripNote({ costMm, spanMm, terms, moves }: GripWithMoves, isOverBass: boolean): string {
  const figures = `${costMm.toFixed(0)} in all, span ${Math.round(spanMm)} mm`;
  if (isOverBass) return moves.length === 0 ? figures : `${figures}. One finger adds, ${moveWords(moves)}`;
  const reasons = terms.filter(({ mm }) => mm >= 1).map(({ name, mm }) => `${name} ${mm.toFixed(0)}`);
  return `${figures}: ${reasons.join(', ')}`;
}

/** All playable grips of a chord in the piece's tuning, easiest first, near where the hand is. */
export function FindPart({ start, onTake }: { start: Draft; onTake: (frets: GripFrets) => void }) {
  const { score } = useBench();
  const shown = useNames();
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
  const [bass, setBass] = useState('');
  const [foundBass, setFoundBass] = useState('');
  const chord = parseChord(symbol, settings.noteNames);
  const heldAt = held.ok ? pressedRange(held.value)?.lowest : undefined;
  return (
    <MarginPart>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!chord.ok) return;
          setFoundBass(bass);
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
            openBass: bassStrings.find((string) => String(string) === bass),
            limit: bass === '' ? 12 : 24,
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
        <SelectField
          className="mt-2"
          label="Bass"
          value={bass}
          onChange={({ target }) => setBass(target.value)}
        >
          <option value="">as the grip has it</option>
          {bassStrings.map((string) => (
            <option key={string} value={string}>
              string {string} open, {shown(withoutOctave(score.tuning.pitches[6 - string] ?? ''))}
            </option>
          ))}
        </SelectField>
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
      {state.kind === 'done' && state.output.ok && (
        <Found grips={state.output.value} isOverBass={foundBass !== ''} onTake={onTake} />
      )}
    </MarginPart>
  );
}

function Found({
  grips,
  isOverBass,
  onTake,
}: {
  grips: readonly GripWithMoves[];
  isOverBass: boolean;
  onTake: (frets: GripFrets) => void;
}) {
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
      {grips.map((grip) => (
        <GripChoice
          key={grip.frets.join()}
          frets={grip.frets}
          fingers={grip.fingers}
          name={grip.name ? shown(grip.name) : 'no plain name'}
          note={gripNote(grip, isOverBass)}
          onTake={() => onTake(grip.frets)}
        />
      ))}
    </ol>
  );
}
