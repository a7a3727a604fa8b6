import type { Player } from '@jocund/contract';
import { findPattern, thumbPatternTable } from '@jocund/core/thumb';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useArchivePlayer, useKeepPlayer } from '../api/people.ts';
import { Button } from '../ui/button.tsx';
import { Panel } from '../ui/dialog.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { EmptyNote } from '../ui/notice.tsx';
import { useSay } from '../ui/toast.tsx';
import { endingWords } from '../ui/words.ts';
import { Archived, faultWords, KeepPerson, PersonButtons, type PeoplePartProps } from './people-parts.tsx';

interface PlayersPartProps extends PeoplePartProps<Player> {
  /** Titles of the pieces after a player. */
  readonly piecesAfter: (name: string) => string;
}

/** Whose style the pieces take after: added, changed, archived. */
export function PlayersPart({ people, piecesAfter }: PlayersPartProps) {
  const [edited, setEdited] = useState<Player | 'new' | undefined>();
  const archive = useArchivePlayer();
  const say = useSay();
  const setArchived = (player: Player, archived: boolean) =>
    archive.mutate(
      { id: player.id, archived },
      {
        onSuccess: () =>
          say(`${player.name} is ${archived ? 'archived' : 'back on the list'}.`, () =>
            setArchived(player, !archived),
          ),
        onError: (error) => say(`${player.name} was not moved: ${faultWords(error)}`),
      },
    );
  const inHand = people.filter(({ archivedAt }) => archivedAt === null);
  return (
    <section aria-labelledby="players" className="mt-8">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="players" className="text-head">
          Players
        </h2>
        <Button onClick={() => setEdited('new')}>Add a player</Button>
      </div>
      <p className="text-note mt-1.5 text-ink1-80">A new piece starts with its player’s thumb.</p>
      {inHand.length === 0 && (
        <div className="mt-3">
          <EmptyNote title="No players yet" text="Add the first whose style you teach." />
        </div>
      )}
      <ul className="mt-3 border-t-[1.5px] border-ink1">
        {inHand.map((player) => (
          <li
            key={player.id}
            className="grid gap-x-6 gap-y-1 border-b border-ink1-40 py-3 md:grid-cols-[14rem_13rem_1fr_12rem_auto]"
          >
            <h3 className="text-lg">{player.name}</h3>
            <p>
              <span className="filled mr-2 inline-block size-3 bg-ink1" aria-hidden />
              {findPattern(player.thumbPattern)?.name ?? player.thumbPattern}
              <br />
              <span className="text-note text-ink1-80">
                bass {endingWords(player.bassEnding ?? undefined)}
              </span>
            </p>
            <p>{player.note}</p>
            <p className="text-note text-ink1-80">{piecesAfter(player.name) || 'no piece yet'}</p>
            <PersonButtons
              name={player.name}
              onChange={() => setEdited(player)}
              onArchive={() => setArchived(player, true)}
            />
          </li>
        ))}
      </ul>
      <Archived
        people={people.filter(({ archivedAt }) => archivedAt !== null)}
        onBringBack={(player) => setArchived(player, false)}
      />
      {edited && (
        <PlayerPanel player={edited === 'new' ? undefined : edited} onClose={() => setEdited(undefined)} />
      )}
    </section>
  );
}

interface PlayerFields {
  readonly name: string;
  readonly thumbPattern: string;
  readonly bassEnding: string;
  readonly note: string;
}

const bassEndings = ['let-ring', 'stopped', 'palm-damped'] as const;

function PlayerPanel({ player, onClose }: { player: Player | undefined; onClose: () => void }) {
  const keep = useKeepPlayer();
  const { register, handleSubmit, formState } = useForm<PlayerFields>({
    defaultValues: {
      name: player?.name ?? '',
      thumbPattern: player?.thumbPattern ?? 'two-string',
      bassEnding: player?.bassEnding ?? '',
      note: player?.note ?? '',
    },
  });
  const save = ({ bassEnding, ...fields }: PlayerFields) =>
    keep.mutate(
      { id: player?.id, ...fields, bassEnding: bassEndings.find((each) => each === bassEnding) ?? null },
      { onSuccess: onClose },
    );
  return (
    <Panel title={player ? `Change ${player.name}` : 'Add a player'} open onClose={onClose} width={460}>
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit(save)(event)} noValidate>
        <TextField
          label="Name"
          autoFocus
          error={formState.errors.name?.message}
          {...register('name', { validate: (name) => name.trim() !== '' || 'Write a name' })}
        />
        <SelectField label="The thumb" {...register('thumbPattern')}>
          {thumbPatternTable.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
        <SelectField label="Bass notes" {...register('bassEnding')}>
          <option value="">as the pattern says</option>
          {bassEndings.map((ending) => (
            <option key={ending} value={ending}>
              {endingWords(ending)}
            </option>
          ))}
        </SelectField>
        <TextField label="Note (optional)" {...register('note')} />
        <KeepPerson isNew={player === undefined} keep={keep} />
      </form>
    </Panel>
  );
}
