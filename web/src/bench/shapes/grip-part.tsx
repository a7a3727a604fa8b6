import { useEffect, useRef } from 'react';
import { soundingShift } from '@jocund/core/instrument';
import { fingersText } from '@jocund/core/hands';
import {
  numberOfBar,
  layGrip,
  removeGrip,
  soundingFrets,
  type GripFrets,
  type PlacedGrip,
} from '@jocund/core/score';
import { fretsText } from '@jocund/core/shapes';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import type { GoingOn } from '../../ui/going-on.ts';
import { useHand } from '../use-check.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { Claim } from './claim.tsx';
import { placedGripOf, readDraft, type Draft, type ReadDraft } from './draft.ts';
import { GripName } from './grip-name.tsx';
import { HandFacts } from './hand-facts.tsx';
import { HandSettings } from './hand-settings.tsx';
import { NeckBoard } from './neck-board.tsx';

interface GripPartProps {
  readonly bar: number;
  readonly tick: number;
  readonly beat: number;
  readonly draft: Draft;
  readonly setDraft: (draft: Draft) => void;
  readonly laid: PlacedGrip | undefined;
  readonly held: PlacedGrip | undefined;
  /** Set when a grip was laid from the field, which goes on in the next bar. */
  readonly goesOn: GoingOn;
}

const nothingPlayed: GripFrets = [null, null, null, null, null, null];

/** One grip: typed or laid on the neck, named by what sounds, with the fingers that hold it. */
export function GripPart({ bar, tick, beat, draft, setDraft, laid, held, goesOn }: GripPartProps) {
  const { score, edit, cursor, setCursor } = useBench();
  const hand = useHand();
  const read = readDraft(draft, score, hand);
  const grip = placedGripOf(draft, read, tick);
  const frets = read.frets ?? nothingPlayed;
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (goesOn.takeUp()) form.current?.querySelector('input')?.focus();
  }, [goesOn]);

  const lay = () => {
    if (!grip) return;
    edit((each) => layGrip(each, bar, grip));
    goesOn.ask();
    if (bar + 1 < score.bars.length) setCursor({ ...cursor, bar: bar + 1, tick: 0 });
  };
  const board = boardActions(draft, read, frets, setDraft);
  const sounding = grip && soundingFrets(grip);

  return (
    <MarginPart
      title={`Bar ${numberOfBar(score, bar)}, beat ${beat}`}
      note={laid ? 'laid here' : held ? `holds ${fretsText(held.frets)}` : 'nothing held'}
    >
      <form
        ref={form}
        onSubmit={(event) => {
          event.preventDefault();
          lay();
        }}
      >
        <TextField
          label="Frets, string 6 to 1"
          autoComplete="off"
          spellCheck={false}
          placeholder="x32010"
          value={draft.frets}
          onChange={({ target }) => setDraft({ ...draft, frets: target.value })}
          error={read.fretsFault && `${read.fretsFault.reason}. ${read.fretsFault.remedy}.`}
        />
        <NeckBoard
          score={score}
          frets={frets}
          fingers={read.ownFingers ?? (read.fingered ? [...read.fingered.fingers] : undefined)}
          silent={draft.silent}
          {...board}
        />
        {grip && sounding?.some((fret) => fret !== null) && (
          <GripName score={score} frets={sounding} shift={soundingShift(score)} bar={bar} tick={tick} />
        )}
        {read.frets && (
          <TextField
            label="Fingers, string 6 to 1 (optional)"
            className="mt-3"
            autoComplete="off"
            spellCheck={false}
            placeholder={read.fingered ? fingersText(read.fingered.fingers) : 'no hand holds this'}
            value={draft.fingers}
            onChange={({ target }) => setDraft({ ...draft, fingers: target.value })}
            hint={
              read.ownFingers
                ? 'Yours; empty the field to have them worked out.'
                : 'Worked out; type to set your own.'
            }
            error={read.fingersFault && `${read.fingersFault.reason}. ${read.fingersFault.remedy}.`}
          />
        )}
        {read.frets && <HandFacts read={read} score={score} hand={hand} />}
        <TextField
          label="What you call it (optional)"
          className="mt-3"
          maxLength={24}
          value={draft.functionName}
          onChange={({ target }) => setDraft({ ...draft, functionName: target.value })}
        />
        {sounding?.some((fret) => fret !== null) && (
          <Claim
            score={score}
            frets={sounding}
            claim={draft.functionName}
            onTake={(next) => setDraft({ ...draft, frets: fretsText(next), fingers: '' })}
          />
        )}
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="solid" disabled={!grip || read.fingersFault !== undefined}>
            Lay grip
          </Button>
          {laid && <Button onClick={() => edit((each) => removeGrip(each, bar, tick))}>Lift it</Button>}
        </div>
      </form>
      <HandSettings />
    </MarginPart>
  );
}

/** What a press on the neck does to the draft. */
function boardActions(draft: Draft, read: ReadDraft, frets: GripFrets, setDraft: (draft: Draft) => void) {
  const withFret = (string: number, fret: number | null) =>
    frets.map((each, index) => (index === 6 - string ? fret : each));
  return {
    onFret: (string: number, fret: number | null) => {
      const next = withFret(string, fret);
      const isEmpty = next.every((each) => each === null);
      const fingers = read.ownFingers?.map((each, index) => (index === 6 - string ? null : each));
      const keepsFingers = fingers?.some((each) => each !== null) === true && (fret === null || fret === 0);
      setDraft({
        ...draft,
        frets: isEmpty ? '' : fretsText(next),
        fingers: keepsFingers ? fingersText(fingers) : '',
      });
    },
    onFinger: (string: number, finger: 1 | 2 | 3 | 4 | 'T', fret: number) => {
      if (fret === 0) return;
      const now = read.ownFingers ?? read.fingered?.fingers ?? frets.map(() => null);
      const fingers = now.map((each, index) => (index === 6 - string ? finger : each));
      setDraft({ ...draft, frets: fretsText(withFret(string, fret)), fingers: fingersText(fingers) });
    },
    onSilent: (string: number) =>
      setDraft({
        ...draft,
        silent: draft.silent.includes(string)
          ? draft.silent.filter((each) => each !== string)
          : [...draft.silent, string],
      }),
  };
}
