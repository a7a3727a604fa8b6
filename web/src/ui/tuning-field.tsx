import {
  parseTuning,
  shippedTuningOf,
  tuningRemarks,
  tuningTable,
  type Tuning,
} from '@jocund/core/instrument';
import { noteNameIn, parsePitch, type NameLanguage } from '@jocund/core/pitch';
import { useState } from 'react';
import { Button } from './button.tsx';
import { SelectField, TextField } from './field.tsx';
import { tuningText } from './guitar.ts';
import { useSettings } from './settings.ts';
import { useNames } from './use-names.ts';

const own = 'own';

interface TuningFieldProps {
  readonly label: string;
  readonly value: Tuning;
  /** Tunings the studio keeps beside the shipped ones. */
  readonly kept?: readonly (Tuning & { readonly id: string })[];
  readonly onChange: (tuning: Tuning) => void;
}

/** A tuning chosen from the known ones, or six notes typed by hand. */
export function TuningField({ label, value, kept = [], onChange }: TuningFieldProps) {
  const known = [...tuningTable, ...kept];
  const same = known.find((each) => tuningText(each) === tuningText(value)) ?? shippedTuningOf(value);
  const [isOwn, setOwn] = useState(!same);
  return (
    <>
      <SelectField
        label={label}
        value={isOwn || !same ? own : same.id}
        onChange={({ target }) => {
          setOwn(target.value === own);
          const chosen = known.find(({ id }) => id === target.value);
          if (chosen) onChange({ name: chosen.name, pitches: chosen.pitches });
        }}
      >
        {known.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        <option value={own}>own tuning</option>
      </SelectField>
      {(isOwn || !same) && <OwnTuning value={value} onChange={onChange} />}
    </>
  );
}

/** Open pitches as they are typed: without signs, in the language of names. */
const plainNames = (pitches: readonly string[], language: NameLanguage): string =>
  pitches
    .map((text) => {
      const pitch = parsePitch(text);
      return pitch.ok ? noteNameIn(pitch.value, language) + String(pitch.value.octave) : text;
    })
    .join(' ');

/** Six notes typed by hand; taken when they can be read and reached. */
function OwnTuning({ value, onChange }: Pick<TuningFieldProps, 'value' | 'onChange'>) {
  const shown = useNames();
  const [{ noteNames }] = useSettings();
  const [typed, setTyped] = useState(plainNames(value.pitches, noteNames));
  const parsed = parseTuning(typed, noteNames);
  const isTaken = parsed.ok && tuningText(parsed.value) === tuningText(value);
  const remarks = parsed.ok ? tuningRemarks(parsed.value) : [];
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok) onChange({ name: parsed.value.name, pitches: parsed.value.pitches });
      }}
    >
      <TextField
        label="Notes, string 6 to 1"
        spellCheck={false}
        autoComplete="off"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        error={parsed.ok ? undefined : `${parsed.fault.reason}. ${parsed.fault.remedy}.`}
        hint={
          parsed.ok
            ? [
                isTaken ? 'This is the tuning now.' : shown(parsed.value.pitches.join(' ')),
                ...remarks.map((remark) => `Mind: ${remark}.`),
              ].join(' ')
            : undefined
        }
      />
      <Button type="submit" look="solid" className="mt-2" disabled={!parsed.ok || isTaken}>
        Tune to this
      </Button>
    </form>
  );
}
