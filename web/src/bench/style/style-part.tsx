import type { MeasuredPiece, Player } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { numberOfBar } from '@jocund/core/score';
import {
  stepWords,
  takeStep,
  type ProfileTrait,
  type StrayingTrait,
  type StyleCheck,
} from '@jocund/core/style';
import { useDeferredValue, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { Fold } from '../../ui/fold.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { NearerPart } from './nearer-part.tsx';
import { useOfferedPlayers } from './use-offered-players.ts';

const mostStrays = 6;
const mostBars = 8;

/** How near the piece is to the player it is after: beside that player's own spread, with what strays, where, and what would bring it nearer. */
export function StylePart() {
  const { offered } = useOfferedPlayers();
  return offered.length === 0 ? null : (
    <MarginPart title="In style?">
      <AgainstPlayer />
    </MarginPart>
  );
}

/** The same folded away, for the stages where notes are written: nothing is weighed until it is opened. */
export function StyleFold() {
  const { offered } = useOfferedPlayers();
  return offered.length === 0 ? null : (
    <MarginPart>
      <Fold title="In style?">{() => <AgainstPlayer />}</Fold>
    </MarginPart>
  );
}

function AgainstPlayer() {
  const { score } = useBench();
  const { offered, measured } = useOfferedPlayers();
  const { read, write } = useAddress();
  const player =
    offered.find(({ id }) => id === read('style')) ?? offered.find(({ name }) => name === score.player);
  return (
    <>
      <SelectField
        label="Held against"
        value={player?.id ?? ''}
        onChange={({ currentTarget }) => write('style', currentTarget.value)}
      >
        {!player && <option value="">nobody yet</option>}
        {offered.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      {player && measured && (
        <>
          <Held player={player} pieces={measured} />
          <NearerPart player={player} pieces={measured} />
          <p className="text-note pt-2">
            <Link className="underline" to={`/players?one=${player.id}`}>
              How {player.name} plays
            </Link>
          </p>
        </>
      )}
    </>
  );
}

function Held({ player, pieces }: { player: Player; pieces: readonly MeasuredPiece[] }) {
  const { score, arrangementId } = useBench();
  const settled = useDeferredValue(score);
  const { state, start, cancel } = useWork('checkStyle');
  const [answer, setAnswer] = useState<{ of: Score; check: StyleCheck } | undefined>();
  const { id: playerId } = player;
  useEffect(() => {
    start({ score: settled, arrangementId, playerId, pieces }, (check) => setAnswer({ of: settled, check }));
    return cancel;
  }, [settled, arrangementId, playerId, pieces, start, cancel]);
  if (state.kind === 'failed')
    return (
      <p className="text-note pt-2 font-semibold">
        It could not be weighed. Change a note, and it is weighed again.
      </p>
    );
  if (!answer) return <p className="text-note min-h-10 pt-2">weighing …</p>;
  return <Answer check={answer.check} player={player} isCurrent={answer.of === score} />;
}

function Answer({ check, player, isCurrent }: { check: StyleCheck; player: Player; isCurrent: boolean }) {
  const { distance, isNear, own, strays } = check;
  return (
    <>
      <p className="pt-2">
        <span className="figure text-lg">{percent(distance)}</span> apart
        {own && (
          <span className="text-note block">
            Pieces after {player.name} lie {percent(own.nearest)} to {percent(own.furthest)} from each other:{' '}
            {isNear ? 'this one is as near.' : 'this one is further.'}
          </span>
        )}
      </p>
      {strays.length === 0 ? (
        <p className="text-note pt-1">Nothing strays further than in {player.name}’s own pieces.</p>
      ) : (
        <ul>
          {strays.slice(0, mostStrays).map((stray) => (
            <Stray key={stray.trait.id} stray={stray} player={player} isCurrent={isCurrent} />
          ))}
        </ul>
      )}
    </>
  );
}

function Stray({ stray, player, isCurrent }: { stray: StrayingTrait; player: Player; isCurrent: boolean }) {
  const { score, edit, undo } = useBench();
  const say = useSay();
  const { trait, here, theirs, bars, step } = stray;
  return (
    <li className="border-b border-ink1-40 py-1.5">
      <p className="font-semibold">{trait.name}</p>
      <p className="text-note">
        Here {commonest(here)}; {player.name} {commonest(theirs)}.
      </p>
      {bars.length > 0 && (
        <p className="text-note text-ink1-80">
          {bars.length === 1 ? 'bar' : 'bars'}{' '}
          {bars
            .slice(0, mostBars)
            .sort((a, b) => a - b)
            .map((bar) => numberOfBar(score, bar))
            .join(', ')}
          {bars.length > mostBars ? ' …' : ''}
        </p>
      )}
      {step && (
        <Button
          className="mt-1"
          disabled={!isCurrent}
          onClick={() => {
            edit((each) => takeStep(each, step));
            say(`${stepWords(step)}, as ${player.name} does.`, undo);
          }}
        >
          {stepWords(step)}
        </Button>
      )}
    </li>
  );
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** What is most common in a trait: "one string, 85 %", or the mean of numbers. */
function commonest({ mean, trait, values }: ProfileTrait): string {
  if (mean) return `${mean.value.toFixed(Math.abs(mean.value) < 10 ? 1 : 0)} ${trait.unit ?? ''}`;
  const [first] = values;
  return first ? `${String(first.name)}, ${percent(first.value)}` : 'nothing';
}
