import { describeFault } from '@jocund/core/fault';
import { formTable, numeralsOf, parseForm } from '@jocund/core/form';
import { keyText } from '@jocund/core/pitch';
import { numberOfBar } from '@jocund/core/score';
import { useState } from 'react';
import { useOwnForms } from '../../api/forms.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { OwnForm } from './own-form.tsx';
import type { FormView } from './use-form-view.ts';
import { useWriteForm } from './use-write-form.ts';

const own = 'own';
const colours = [
  { value: 'none', label: 'plain' },
  { value: '7', label: '7' },
  { value: '9', label: '9' },
  { value: '6', label: '6' },
] as const;

/** The form the piece is held against, and the one action that writes it from a bar. */
export function TemplatePart({ view }: { view: FormView }) {
  const { score, edit, cursor } = useBench();
  const writer = useWriteForm();
  const shown = useNames();
  const { kept } = useOwnForms();
  const known = formTable.find((plan) => numeralsOf(plan) === view.check.form);
  const written = score.form;
  const [wantsOwn, setWantsOwn] = useState(false);
  const isOwn =
    wantsOwn || (written !== undefined && !formTable.some((plan) => numeralsOf(plan) === written));
  /** What is typed, as long as the piece has what was taken of it. */
  const [draft, setDraft] = useState({ of: written, text: written ?? '' });
  const text = draft.of === written ? draft.text : (written ?? '');
  const [colour, setColour] = useState<(typeof colours)[number]['value']>('none');
  const form = isOwn ? text : view.check.form;
  const mine = kept.find(({ numerals }) => numerals === form);
  const parsed = form === undefined || form.trim() === '' ? undefined : parseForm(form);
  const choose = (numerals: string | undefined) =>
    edit((each) => {
      if (each.form === numerals) return each;
      const { form: _, ...rest } = each;
      return numerals === undefined ? rest : { ...rest, form: numerals };
    });
  const from = numberOfBar(score, cursor.bar);
  const bar = score.bars[cursor.bar];
  return (
    <MarginPart title="Template" note={`in ${shown(keyText(score.key))}`}>
      <SelectField
        label="Form"
        value={isOwn ? (mine ? `kept ${mine.name}` : own) : (known?.id ?? '')}
        onChange={({ target: { value } }) => {
          setWantsOwn(value === own);
          if (value === own) {
            setDraft({ of: written, text: form ?? '' });
            return;
          }
          const plan = formTable.find(({ id }) => id === value);
          const numerals =
            kept.find(({ name }) => `kept ${name}` === value)?.numerals ?? (plan && numeralsOf(plan));
          choose(numerals);
        }}
      >
        <option value="">none chosen</option>
        {formTable.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        {kept.length > 0 && (
          <optgroup label="The studio’s own">
            {kept.map(({ name }) => (
              <option key={name} value={`kept ${name}`}>
                {name}
              </option>
            ))}
          </optgroup>
        )}
        <option value={own}>numerals of your own</option>
      </SelectField>
      {view.check.isGuessed && !isOwn && (
        <p className="text-note pt-1 text-ink1-80">Guessed from the chords. Choose it to keep it.</p>
      )}
      {isOwn ? (
        <TextField
          className="pt-2"
          label="Numerals, a word a bar"
          value={text}
          hint="I,V7@4 is two chords in a bar, V(+2) two beats more, % the bar before."
          error={parsed?.ok === false ? describeFault(parsed.fault) : undefined}
          onChange={({ target: { value } }) => {
            const taken = parseForm(value).ok ? value.trim() : undefined;
            setDraft({ of: taken ?? written, text: value });
            if (taken !== undefined) choose(taken);
          }}
        />
      ) : (
        form !== undefined && <p className="pt-2 font-serif font-bold">{form}</p>
      )}
      {isOwn && parsed?.ok && <OwnForm key={text.trim()} numerals={text.trim()} />}
      <div className="flex items-center justify-between gap-2 pt-3">
        <span className="text-note">Chords</span>
        <Choice label="Colour of the chords" value={colour} options={colours} onChange={setColour} />
      </div>
      <Button
        className="mt-3 w-full"
        disabled={!parsed?.ok || writer.isWorking}
        onClick={() => {
          if (parsed?.ok)
            writer.write(
              parsed.value,
              { index: cursor.bar, colour: colour === 'none' ? '' : colour, writes: 'form' },
              `Form written from bar ${from}. Bars with one chord follow the first of them.`,
            );
        }}
      >
        Write this form from bar {from}
      </Button>
      <p className="text-note pt-1 text-ink1-80">
        {writer.isWorking
          ? 'Laying the bar on every chord.'
          : bar?.notes.length === 0
            ? `Bar ${from} is empty: chords and thumb are written.`
            : `Lays bar ${from} on every chord. Empty bars after it are taken, others stay behind.`}
      </p>
      {writer.hasFailed && (
        <ErrorNote title="The form was not written" text="The piece is as it was. Try again." />
      )}
    </MarginPart>
  );
}
