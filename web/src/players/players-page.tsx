import { useMeasured, usePlayers } from '../api/people.ts';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { Fold } from '../ui/fold.tsx';
import { useAddress } from '../ui/use-address.ts';
import { ClaimsPart } from './claims-part.tsx';
import { FacingPages } from './facing-pages.tsx';
import { Head } from './head.tsx';
import { PlayersMargin } from './players-margin.tsx';
import { TraitTable } from './trait-table.tsx';
import { useManners } from './use-manners.ts';
import { whoIsShown, type Asked, type Whose } from './whose.ts';

/** A player's manner as it was measured, or two on facing pages. */
export function PlayersPage() {
  const players = usePlayers();
  const measured = useMeasured();
  const { read, writeAll } = useAddress();
  const asked: Asked = {
    one: read('one'),
    other: read('other'),
    onePieces: listed(read('pieces')),
    otherPieces: listed(read('others')),
  };
  const { all, one, other, others } = whoIsShown(players.data ?? [], measured.data ?? [], asked);
  const { manners, isFailed, share, again } = useManners(measured.data, one, other);
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
  /** Another player has other pieces. */
  const choose = (side: 'one' | 'other', key: string) =>
    writeAll({
      one: one.key,
      other: other?.key ?? 'none',
      [side]: key,
      [side === 'one' ? 'pieces' : 'others']: '',
    });
  const choosePieces = (side: 'pieces' | 'others', ids: readonly string[]) =>
    writeAll({ one: one.key, other: other?.key ?? 'none', [side]: ids.join(',') });
  const player = players.data.find(({ id }) => id === one.playerId);
  const sides = manners && {
    one: { whose: one, manner: manners.one },
    other: other && manners.other ? { whose: other, manner: manners.other } : undefined,
  };
  return (
    <div className="flex h-full flex-col overflow-auto md:flex-row md:overflow-hidden">
      <main className="min-w-0 flex-1 px-4 pb-8 md:overflow-auto md:px-5">
        <h1 className="sr-only">Players</h1>
        <div className="oxford grid items-end gap-3 pt-3 pb-2 md:grid-cols-[minmax(0,1fr)_9.5rem_minmax(0,1fr)]">
          <Head
            label="Player"
            whose={one}
            onChange={(key) => choose('one', key)}
            onChoose={(ids) => choosePieces('pieces', ids)}
            manner={manners?.one}
          >
            {all.filter(({ key }) => key !== other?.key).map(option)}
          </Head>
          <p className="self-start pt-2 text-center font-serif text-lg italic">{other ? 'beside' : ''}</p>
          <Head
            label="Beside which player"
            whose={other}
            onChange={(key) => choose('other', key)}
            onChoose={(ids) => choosePieces('others', ids)}
            manner={manners?.other}
          >
            <option value="none">nobody</option>
            {others && option(others)}
            {all.filter(({ key, pieces }) => key !== one.key && pieces.length > 0).map(option)}
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
        {one.pieces.length === 0 && (
          <div className="max-w-xl pt-6">
            <EmptyNote
              title={`Nothing is known of ${one.name} yet`}
              text="Say at the head of a piece that it is after this player, or say beside this page what you know."
            />
          </div>
        )}
        {one.pieces.length > 0 && !manners && !isFailed && (
          <LoadingNote title="Measuring" text="Counting what both hands do, bar by bar." share={share} />
        )}
        {sides && (
          <>
            <FacingPages one={sides.one} other={sides.other} />
            <Fold title="Everything that was measured">
              {() => <TraitTable sides={[sides.one, ...(sides.other ? [sides.other] : [])]} />}
            </Fold>
          </>
        )}
      </main>
      <aside
        aria-label="About the players"
        className="w-full flex-none border-ink1 bg-margin px-4.5 pb-8 md:w-[294px] md:overflow-auto md:border-l-[3px] md:border-double"
      >
        {sides && <PlayersMargin one={sides.one} other={sides.other} compared={manners.compared} />}
        {player && <ClaimsPart key={player.id} player={player} pieces={measured.data} />}
      </aside>
    </div>
  );
}

const listed = (text: string): readonly string[] => (text === '' ? [] : text.split(','));

const option = ({ key, name }: Whose) => (
  <option key={key} value={key}>
    {name}
  </option>
);
