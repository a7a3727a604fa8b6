import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { blankScore, type Score } from '@jocund/core/score';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useCreatePiece, usePlayers } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { Panel } from '../ui/dialog.tsx';
import { SelectField, TextField } from '../ui/field.tsx';

interface NewPieceFields {
  readonly title: string;
  readonly player: string;
  readonly tuning: string;
  readonly barCount: string;
}

/** Title, player, tuning and length are enough to begin; everything can be changed at the bench. */
export function NewPiece({ open, onClose }: { open: boolean; onClose: () => void }) {
  const players = usePlayers();
  const create = useCreatePiece();
  const navigate = useNavigate();
  const { register, handleSubmit, formState } = useForm<NewPieceFields>({
    defaultValues: { title: '', player: '', tuning: 'standard', barCount: '8' },
  });

  const make = (fields: NewPieceFields) =>
    create.mutate(scoreFrom(fields), {
      onSuccess: ({ arrangementId }) => void navigate(`/bench/${arrangementId}/tuning`),
    });

  const scoreFrom = ({ title, player, tuning, barCount }: NewPieceFields): Score => {
    const known = players.data?.find(({ name }) => name === player.trim());
    const parsed = parseTuning(tuning);
    const score = blankScore({
      title: title.trim(),
      player: player.trim(),
      barCount: Number(barCount),
      ...(parsed.ok ? { tuning: parsed.value } : {}),
      ...(known ? { thumbPattern: known.thumbPattern } : {}),
    });
    return known?.bassEnding ? { ...score, bassEnding: known.bassEnding } : score;
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
            maxLength: { value: 120, message: 'A title has at most 120 letters' },
          })}
        />
        <TextField
          label="After which player"
          list="players"
          hint="A name on your list brings that player’s thumb with it."
          {...register('player')}
        />
        <datalist id="players">
          {players.data?.map(({ id, name }) => (
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
        <TextField
          label="Bars"
          inputMode="numeric"
          error={formState.errors.barCount?.message}
          {...register('barCount', {
            validate: (text) =>
              (/^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= 400) || 'Choose 1 to 400 bars',
          })}
        />
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
