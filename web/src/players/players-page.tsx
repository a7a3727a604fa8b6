import type { Player } from '@jocund/contract';
import type { ReactNode } from 'react';
import { useMeasured, usePlayers } from '../api/people.ts';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { Fold } from '../ui/fold.tsx';
import { useAddress } from '../ui/use-address.ts';
import { counted } from '../ui/words.ts';
import type { MeasuredManner } from '../work/messages.ts';
import { FacingPages } from './facing-pages.tsx';
import { PlayersMargin } from './players-margin.tsx';
import { TraitTable } from './trait-table.tsx';
import { useManners } from './use-manners.ts';

/** A player's manner as it was measured, or two on facing pages. */
export function PlayersPage() {
  const players = usePlayers();
  const measured = useMeasured();
  const { read, writeAll } = useAddress();
  const withPieces = (players.data ?? []).filter(
    ({ id, archivedAt }) => archivedAt === null && measured.data?.some(({ playerId }) => playerId === id),
  );
  const one = withPieces.find(({ id }) => id === read('one')) ?? withPieces[0];
  const other =
    read('other') === 'none'
      ? undefined
      : (withPieces.find(({ id }) => id === read('other')) ?? nextTo(withPieces, one));
  const { manners, isFailed, share, again } = useManners(measured.data, one?.id, other?.id);
  if (players.isError || measured.isError)
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The players cannot be read"
          text="Everything is safe on the server."
          actions={[
            {
              label: 'Try again',
              act: () => {
                void players.refetch();
                void measured.refetch();
              },
            },
          ]}
        />
      </main>
    );
  if (!players.data || !measured.data)
    return <LoadingNote title="Measuring the pieces" text="Those that changed are measured anew." />;
  if (!one)
    return (
      <main className="m-8 max-w-xl">
        <EmptyNote
          title="No manner to measure yet"
          text="Write or take in pieces, and say at the head of each after which player it is. What that player does is then measured from them."
        />
      </main>
    );
  const choose = (side: 'one' | 'other', id: string) =>
    writeAll({ one: one.id, other: other?.id ?? 'none', [side]: id });
  return (
    <div className="flex h-full flex-col overflow-auto md:flex-row md:overflow-hidden">
      <main className="min-w-0 flex-1 px-4 pb-8 md:overflow-auto md:px-5">
        <h1 className="sr-only">Players</h1>
        <div className="oxford grid items-end gap-3 pt-3 pb-2 md:grid-cols-[minmax(0,1fr)_9.5rem_minmax(0,1fr)]">
          <Head label="Player" value={one.id} onChange={(id) => choose('one', id)} manner={manners?.one}>
            {withPieces.filter(({ id }) => id !== other?.id).map(option)}
          </Head>
          <p className="pb-1 text-center font-serif text-lg italic">{other ? 'beside' : ''}</p>
          <Head
            label="Beside which player"
            value={other?.id ?? 'none'}
            onChange={(id) => choose('other', id)}
            manner={manners?.other}
          >
            <option value="none">nobody</option>
            {withPieces.filter(({ id }) => id !== one.id).map(option)}
          </Head>
        </div>
        {isFailed && (
          <div className="pt-4">
            <ErrorNote
              title="The measuring broke off"
              text="The pieces are as they were."
              actions={[{ label: 'Measure again', act: again }]}
            />
          </div>
        )}
        {!manners && !isFailed && (
          <LoadingNote title="Measuring" text="Counting what both hands do, bar by bar." share={share} />
        )}
        {manners && (
          <>
            <FacingPages
              one={{ player: one, manner: manners.one }}
              other={other && manners.other ? { player: other, manner: manners.other } : undefined}
            />
            <Fold title="Everything that was measured">
              {() => (
                <TraitTable
                  sides={[
                    { player: one, manner: manners.one },
                    ...(other && manners.other ? [{ player: other, manner: manners.other }] : []),
                  ]}
                />
              )}
            </Fold>
          </>
        )}
      </main>
      {manners && (
        <PlayersMargin
          one={{ player: one, manner: manners.one }}
          other={other && manners.other ? { player: other, manner: manners.other } : undefined}
          compared={manners.compared}
        />
      )}
    </div>
  );
}

const nextTo = (players: readonly Player[], one: Player | undefined): Player | undefined =>
  players.find(({ id }) => id !== one?.id);

const option = ({ id, name }: Player) => (
  <option key={id} value={id}>
    {name}
  </option>
);

interface HeadProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (id: string) => void;
  readonly manner: MeasuredManner | undefined;
  readonly children: ReactNode;
}

/** Whose page it is, and from how much it was measured. */
const Head = ({ label, value, onChange, manner, children }: HeadProps) => (
  <div className="min-w-0">
    <select
      aria-label={label}
      value={value}
      onChange={({ currentTarget }) => onChange(currentTarget.value)}
      className="w-full cursor-pointer border-0 border-b border-dashed border-ink1-65 bg-transparent font-serif text-piece font-bold"
    >
      {children}
    </select>
    <p className="text-note min-h-5">
      {manner && `${counted(manner.profile.pieces, 'piece')}, ${counted(manner.profile.bars, 'bar')}`}
    </p>
  </div>
);
