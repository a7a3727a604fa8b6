import { describeFault } from '@jocund/core/fault';
import { defaultFretCount, defaultScaleMm, standardTuning, type Tuning } from '@jocund/core/instrument';
import type { Tune } from '@jocund/core/melody';
import type { Score } from '@jocund/core/score';
import { thumbPatternTable } from '@jocund/core/thumb';
import { useState } from 'react';
import { useMyHand } from '../api/hands.ts';
import { Button } from '../ui/button.tsx';
import { SelectField } from '../ui/field.tsx';
import { ErrorNote } from '../ui/notice.tsx';
import { Stepper } from '../ui/stepper.tsx';
import { TuningField } from '../ui/tuning-field.tsx';
import { useWork } from '../work/use-work.ts';
import { LeftOutPart } from './left-out-part.tsx';
import { OtherTunings } from './other-tunings.tsx';
import { TakeIn } from './take-in.tsx';

const furthest = 12;

/** Lays a tune without strings on a guitar: which tuning, where the capo, how far moved, then both hands are weighed. */
export function FitPart({
  tune,
  isPending,
  onTake,
}: {
  tune: Tune;
  isPending: boolean;
  onTake: (score: Score) => void;
}) {
  const [tuning, setTuning] = useState<Tuning>(tune.tuning ?? standardTuning);
  const [capo, setCapo] = useState(tune.capo);
  const [transpose, setTranspose] = useState('auto');
  const [thumbPattern, setPattern] = useState('two-string');
  const [hand] = useMyHand();
  const { state, start, cancel } = useWork('fitTune');
  const hasChords = tune.bars.some(({ chords }) => chords.length > 0);
  const change =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      cancel();
      set(value);
    };
  const lay = () =>
    start({
      tune,
      instrument: { tuning, capo, scaleMm: defaultScaleMm, fretCount: defaultFretCount },
      hand,
      transpose: transpose === 'auto' ? 'auto' : Number(transpose),
      thumbPattern,
    });
  const fitted = state.kind === 'done' && state.output.ok ? state.output.value : undefined;
  return (
    <div className="flex flex-col gap-3 border-t-[1.5px] border-ink1 pt-3">
      <h3 className="text-[18px]">Lay it on the strings</h3>
      <div className="grid gap-3 sm:grid-cols-2">
        <TuningField label="Tuning" value={tuning} onChange={change(setTuning)} />
        <SelectField
          label="Move it"
          value={transpose}
          onChange={({ target }) => change(setTranspose)(target.value)}
        >
          <option value="auto">where it suits the guitar</option>
          <option value="0">not at all</option>
          {Array.from({ length: furthest }, (_, index) => index + 1).flatMap((semitones) => [
            <option key={semitones} value={semitones}>
              {semitones} {semitones === 1 ? 'half step' : 'half steps'} up
            </option>,
            <option key={-semitones} value={-semitones}>
              {semitones} {semitones === 1 ? 'half step' : 'half steps'} down
            </option>,
          ])}
        </SelectField>
        {hasChords && (
          <SelectField
            label="Thumb under its chords"
            value={thumbPattern}
            onChange={({ target }) => change(setPattern)(target.value)}
          >
            {thumbPatternTable.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </SelectField>
        )}
        <Stepper label="Capo" value={capo} low={0} high={9} onChange={change(setCapo)} />
      </div>
      {state.kind === 'working' ? (
        <p className="flex items-center justify-between" role="status">
          <span>
            weighing both hands, <span className="figure">{Math.round(state.share * 100)} %</span>
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        !fitted && (
          <p>
            <Button look="solid" onClick={lay}>
              Lay it on the strings
            </Button>
          </p>
        )
      )}
      {state.kind === 'failed' && (
        <ErrorNote title="The weighing broke off" text="Nothing was changed. Try again." />
      )}
      {state.kind === 'done' && !state.output.ok && (
        <ErrorNote title="It does not lie on this guitar" text={describeFault(state.output.fault)} />
      )}
      {fitted && (
        <>
          <p role="status">
            {movedWords(fitted.transposed)} Both hands cost{' '}
            <span className="figure">{Math.round(fitted.costMm)} mm</span> over the piece.
          </p>
          {fitted.leftOut.length > 0 && <LeftOutPart leftOut={fitted.leftOut} />}
          <OtherTunings
            score={fitted.score}
            onChoose={(found) => {
              cancel();
              setTuning(found.tuning);
              setCapo(found.capo);
              setTranspose(String(fitted.transposed));
            }}
          />
          <TakeIn score={fitted.score} isPending={isPending} onTake={onTake} />
        </>
      )}
    </div>
  );
}

const movedWords = (semitones: number): string => {
  if (semitones === 0) return 'It lies at its own pitch.';
  const steps = Math.abs(semitones);
  return `It was moved ${steps} ${steps === 1 ? 'half step' : 'half steps'} ${semitones > 0 ? 'up' : 'down'}.`;
};
