import { parseGauges, shippedTuningOf, stringSets } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { Link } from 'react-router';
import { useOwnTunings } from '../../api/tunings.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { DecimalField } from '../../ui/decimal-field.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { tuningOf, tuningText } from '../../ui/guitar.ts';
import { useSettings } from '../../ui/settings.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useSay } from '../../ui/toast.tsx';
import { TuningField } from '../../ui/tuning-field.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { changesSound, RetuneQuestion } from './retune-question.tsx';

/** The piece's tuning and the guitar it is for: where it is today, how far it is tuned away, its strings and its scale. */
export function StringsPart() {
  const { score, edit } = useBench();
  const [settings, setSettings] = useSettings();
  const [asked, setAsked] = useState<Score['tuning'] | undefined>();
  const { kept } = useOwnTunings();
  const { wholeSemitones = 0, a4Hz = 440 } = score.tuning;
  const today = tuningOf(settings.today);
  const room = new URLSearchParams({
    from: tuningText(today),
    to: tuningText(score.tuning),
    ...(wholeSemitones === 0 ? {} : { whole: String(wholeSemitones) }),
    ...(a4Hz === 440 ? {} : { a4: String(a4Hz) }),
    gauges: score.gauges ?? settings.gauges,
    scale: String(score.scaleMm),
  });
  return (
    <>
      <MarginPart>
        <TuningField
          label="Tuning"
          value={score.tuning}
          kept={kept}
          onChange={({ name, pitches }) => {
            const next = { ...score.tuning, name, pitches: [...pitches] };
            if (changesSound(score, next)) setAsked(next);
            else edit((each) => ({ ...each, tuning: next }));
          }}
        />
        {asked && <RetuneQuestion tuning={asked} onDone={() => setAsked(undefined)} />}
        <KeepTuning />
        <Link
          to={`/tuning-room?${room.toString()}`}
          className="mt-3 inline-block border-b-[1.5px] border-ink1 font-semibold hover:bg-ink1-12"
        >
          Tune string by string
        </Link>
      </MarginPart>
      <MarginPart title="The guitar">
        <TuningField
          label="It is in, today"
          value={today}
          kept={kept}
          onChange={(tuning) => setSettings({ today: tuningText(tuning) })}
        />
        <div className="mt-3 flex flex-col gap-2">
          <Stepper
            label="Whole guitar, semitones"
            value={wholeSemitones}
            low={-7}
            high={5}
            onChange={(whole) =>
              edit((each) => {
                const { wholeSemitones: _, ...tuning } = each.tuning;
                return { ...each, tuning: whole === 0 ? tuning : { ...tuning, wholeSemitones: whole } };
              })
            }
            describe={(whole) => (whole === 0 ? 'as named' : counted(Math.abs(whole), 'semitone'))}
          />
          <DecimalField
            label="Concert pitch, A in Hz"
            value={a4Hz}
            low={390}
            high={490}
            onChange={(hz) =>
              edit((each) => {
                const { a4Hz: _, ...tuning } = each.tuning;
                return { ...each, tuning: hz === 440 ? tuning : { ...tuning, a4Hz: hz } };
              })
            }
          />
          <Stepper
            label="Scale length, mm"
            value={score.scaleMm}
            low={400}
            high={800}
            onChange={(scaleMm) => edit((each) => ({ ...each, scaleMm }))}
          />
        </div>
        <Gauges />
      </MarginPart>
      <MarginPart title="Names of notes">
        <Choice
          label="Names of notes"
          value={settings.noteNames}
          options={[
            { value: 'english', label: 'B, B♭' },
            { value: 'german', label: 'H, B' },
          ]}
          onChange={(noteNames) => setSettings({ noteNames })}
        />
      </MarginPart>
    </>
  );
}

const ownSet = 'own';

function Gauges() {
  const { score, edit } = useBench();
  const [settings] = useSettings();
  const gauges = score.gauges ?? settings.gauges;
  const known = stringSets.find(({ id }) => id === gauges);
  const [isOwn, setOwn] = useState(!known);
  const [typed, setTyped] = useState(known?.gauges ?? gauges);
  const parsed = parseGauges(typed);
  const take = (text: string) => edit((each) => ({ ...each, gauges: text }));
  return (
    <>
      <SelectField
        label="Strings"
        className="mt-3"
        value={isOwn ? ownSet : (known?.id ?? ownSet)}
        hint="Wound strings are worked out from usual cores: good to about 5 %."
        onChange={({ target }) => {
          setOwn(target.value === ownSet);
          if (target.value !== ownSet) take(target.value);
        }}
      >
        {stringSets.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        <option value={ownSet}>own set</option>
      </SelectField>
      {isOwn && (
        <TextField
          label="Gauges, thin to thick, w for wound"
          className="mt-3"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={() => parsed.ok && take(typed)}
          error={parsed.ok ? undefined : `${parsed.fault.reason}. ${parsed.fault.remedy}.`}
        />
      )}
    </>
  );
}

/** Keeps a tuning of one's own for other pieces, or lets a kept one go. */
function KeepTuning() {
  const { score } = useBench();
  const { kept, keep, drop } = useOwnTunings();
  const say = useSay();
  const known = kept.find((each) => tuningText(each) === tuningText(score.tuning));
  const isShipped = shippedTuningOf(score.tuning) !== undefined;
  const [name, setName] = useState('');
  if (known)
    return (
      <Button
        look="plain"
        className="text-note mt-2"
        onClick={() => drop(known.id, () => say(`${known.name} is no longer kept.`))}
      >
        Keep {known.name} no longer
      </Button>
    );
  if (isShipped) return null;
  return (
    <form
      className="mt-3 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep({ name: name.trim(), pitches: score.tuning.pitches }, (problem) =>
          say(problem ?? `${name.trim()} is kept with your tunings.`),
        );
      }}
    >
      <TextField
        label="Keep it as"
        maxLength={60}
        value={name}
        onChange={({ target }) => setName(target.value)}
        className="flex-1"
      />
      <Button type="submit" disabled={name.trim() === ''}>
        Keep
      </Button>
    </form>
  );
}
