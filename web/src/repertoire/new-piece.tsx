import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { formTable, layForm, lengthsOf, numeralsOf, type SectionLengths } from '@jocund/core/form';
import { parseKey } from '@jocund/core/pitch';
import { blankScore, metreFrom, scoreLimits, type Score } from '@jocund/core/score';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import type { Player } from '@jocund/contract';
import { usePlayers } from '../api/people.ts';
import { useCreatePiece } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { Panel } from '../ui/dialog.tsx';
import { SelectField, TextField } from '../ui/field.tsx';

interface NewPieceFields {
  readonly title: string;
  readonly player: string;
  readonly tuning: string;
  readonly key: string;
  readonly metre: string;
  readonly tempo: string;
  readonly form: string;
  readonly barCount: string;
}

const own = 'own';
const usualKeys = 'C G D A E F Am Em Dm'.split(' ');
const usualMetres = ['4/4', '3/4', '2/4', '2/2', '6/8', '12/8'];

/** What a piece is, told once; everything can be changed at the bench. */
export function NewPiece({ open, onClose }: { open: boolean; onClose: () => void }) {
  const players = usePlayers();
  const create = useCreatePiece();
  const navigate = useNavigate();
  const { register, handleSubmit, formState, control } = useForm<NewPieceFields>({
    defaultValues: {
      title: '',
      player: '',
      tuning: 'standard',
      key: 'C',
      metre: '4/4',
      tempo: '80',
      form: '12-bar',
      barCount: '8',
    },
  });

  const form = useWatch({ control, name: 'form' });
  /** A quick hand is done before the list of players is there: it is waited for, as the player's thumb comes from it. */
  const make = async (fields: NewPieceFields) => {
    const list =
      players.isPending && fields.player.trim() !== '' ? (await players.refetch()).data : players.data;
    create.mutate(scoreFrom(fields, list ?? []), {
      onSuccess: ({ arrangementId }) => void navigate(`/bench/${arrangementId}/tuning`),
    });
  };

  const scoreFrom = (fields: NewPieceFields, list: readonly Player[]): Score => {
    const { title, player, tuning, key, metre, tempo, form, barCount } = fields;
    const known = list.find(({ name }) => name === player.trim());
    const parsed = parseTuning(tuning);
    const parsedKey = parseKey(key);
    const [beats, unit] = metre.split('/').map(Number);
    const plan = formTable.find(({ id }) => id === form);
    const lengths = plan ? lengthsOf(plan) : ownLength(Number(barCount));
    const score = layForm(
      blankScore({
        title: title.trim(),
        player: player.trim(),
        ...(parsed.ok ? { tuning: parsed.value } : {}),
        ...(known ? { thumbPattern: known.thumbPattern } : {}),
      }),
      lengths,
      metreFrom(beats ?? 4, unit ?? 4) ?? { beats: 4, unit: 4 },
    );
    return {
      ...score,
      ...(plan ? { form: numeralsOf(plan) } : {}),
      tempoBpm: Number(tempo),
      ...(parsedKey.ok ? { key: parsedKey.value } : {}),
      ...(known?.bassEnding ? { bassEnding: known.bassEnding } : {}),
    };
  };

  return (
    <Panel title="New piece" open={open} onClose={onClose} width={460}>
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit(make)(event)} noValidate>
        <TextField
          label="Title"
          autoFocus
          error={formState.errors.title?.message}
          {...register('title', {
            validate: (title) => title.trim() !== '' || 'Give the piece a title',
            maxLength: {
              value: scoreLimits.textLength,
              message: `A title has at most ${scoreLimits.textLength} letters`,
            },
          })}
        />
        <TextField
          label="After which player"
          list="players"
          hint="A name on your list brings that player’s thumb with it."
          {...register('player')}
        />
        <datalist id="players">
          {players.data
            ?.filter(({ archivedAt }) => archivedAt === null)
            .map(({ id, name }) => (
              <option key={id} value={name} />
            ))}
        </datalist>
        <SelectField label="Tuning" {...register('tuning')}>
          {tuningTable.map(({ id, name, pitches }) => (
            <option key={id} value={id}>
              {name} · {pitches.map((pitch) => pitch.slice(0, -1)).join(' ')}
            </option>
          ))}
        </SelectField>
        <div className="grid grid-cols-3 gap-3">
          <SelectField label="Key of the shapes" {...register('key')}>
            {usualKeys.map((key) => (
              <option key={key}>{key}</option>
            ))}
          </SelectField>
          <SelectField label="Metre" {...register('metre')}>
            {usualMetres.map((metre) => (
              <option key={metre}>{metre}</option>
            ))}
          </SelectField>
          <TextField
            label="Tempo, ♩"
            inputMode="numeric"
            error={formState.errors.tempo?.message}
            {...register('tempo', {
              validate: (text) =>
                (/^\d+$/.test(text) && Number(text) >= 20 && Number(text) <= 320) || 'Choose 20 to 320',
            })}
          />
        </div>
        <SelectField label="Form" {...register('form')}>
          {formTable.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          <option value={own}>a length of its own</option>
        </SelectField>
        {form === own && (
          <TextField
            label="Bars"
            inputMode="numeric"
            error={formState.errors.barCount?.message}
            {...register('barCount', {
              validate: (text) =>
                (/^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= scoreLimits.bars) ||
                `Choose 1 to ${scoreLimits.bars} bars`,
            })}
          />
        )}
        <div>
          <Button type="submit" look="solid" disabled={create.isPending}>
            Lay it on the bench
          </Button>
          {create.isError && (
            <p role="alert" className="pt-2 font-semibold">
              The piece was not stored: {create.error.message} Try again.
            </p>
          )}
        </div>
      </form>
    </Panel>
  );
}

const ownLength = (bars: number): SectionLengths => ({ sections: [{ name: 'A', bars }] });
