import { gradeScore } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import type { Restyled } from '@jocund/core/style';
import { useState } from 'react';
import { Link } from 'react-router';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { EmptyNote, ErrorNote } from '../../ui/notice.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { StripsBeside } from '../strips-beside.tsx';
import { useOfferedPlayers } from '../style/use-offered-players.ts';
import { useReader } from '../use-reader.ts';
import { VersionActions } from './version-actions.tsx';

interface Answer {
  readonly of: Score;
  readonly player: string;
  readonly arrangements: readonly Restyled[];
}

/** The piece's tune as another player might play it: up to three arrangements with their distance, grade and a sentence for each choice. */
export function AfterPlayerPanel() {
  const { score, arrangementId } = useBench();
  const { reader } = useReader();
  const { offered, measured, isFailed } = useOfferedPlayers();
  const { read, write } = useAddress();
  const { state, start, cancel } = useWork('restyle');
  const [answer, setAnswer] = useState<Answer | undefined>();
  const [seed, setSeed] = useState(1);
  const player =
    offered.find(({ id }) => id === read('player')) ?? offered.find(({ name }) => name !== score.player);
  if (isFailed)
    return (
      <div className="mx-4.5 pt-3">
        <ErrorNote
          title="The players cannot be read"
          text="The piece is as it was. Reload the page to try again."
        />
      </div>
    );
  if (!player)
    return (
      <div className="mx-4.5 pt-3">
        <EmptyNote
          title={measured ? 'No player to follow yet' : 'Reading what was measured'}
          text="Players are measured from the pieces that are after them."
        />
      </div>
    );
  const ask = (next: number) => {
    if (!measured) return;
    setSeed(next);
    start({ score, arrangementId, player, pieces: measured, hand: reader.hand, seed: next }, (arrangements) =>
      setAnswer({ of: score, player: player.name, arrangements }),
    );
  };
  return (
    <section aria-label="After a player" className="mx-4.5 pt-2 pb-6">
      <p className="max-w-[68ch] pb-2">
        Guitar, grips, thumb, swing, ornaments and the rhythm over the tune become the player’s, as they were
        measured; every note of the tune on a beat still sounds there. To choose a grade, keep bars or come
        closer to the player, go to{' '}
        <Link className="underline" to={`/after?piece=${arrangementId}&player=${player.id}`}>
          After a player
        </Link>
        .
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="After"
          value={player.id}
          onChange={({ currentTarget }) => write('player', currentTarget.value)}
        >
          {offered.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
        {state.kind === 'working' ? (
          <>
            <Button onClick={cancel}>Cancel</Button>
            <p role="status" className="text-note">
              laying the tune on the player’s guitars, {Math.round(state.share * 100)} %
            </p>
          </>
        ) : (
          <>
            <Button look="solid" onClick={() => ask(seed)}>
              Arrange it
            </Button>
            {answer && <Button onClick={() => ask(seed + 1)}>Deal the ornaments anew</Button>}
          </>
        )}
      </div>
      {state.kind === 'failed' && (
        <div className="pt-3">
          <ErrorNote title="The arranging broke off" text="The piece is as it was. Arrange it again." />
        </div>
      )}
      {answer && state.kind !== 'working' && <Arrangements answer={answer} isCurrent={answer.of === score} />}
    </section>
  );
}

function Arrangements({ answer, isCurrent }: { answer: Answer; isCurrent: boolean }) {
  const weights = useStudioWeights();
  const [open, setOpen] = useState(0);
  const { arrangements, player } = answer;
  if (arrangements.length === 0)
    return (
      <p className="pt-3">
        There is no tune here, or it has no place in {player}’s tunings that a hand could play. Write some
        melody, or choose another player.
      </p>
    );
  return (
    <ol className="pt-3">
      {arrangements.map(({ score, distance, costMm, choices }, index) => (
        <li key={index} className="border-b border-ink1-40">
          <button
            type="button"
            aria-expanded={open === index}
            onClick={() => setOpen(open === index ? -1 : index)}
            className="flex w-full flex-wrap items-baseline gap-x-4 py-1.5 text-left hover:bg-ink1-12"
          >
            <span className="figure text-lg">
              {score.tuning.name}, {score.key.tonic} shapes
            </span>
            <span className="text-note">
              {Math.round(distance * 100)} % apart from {player}
            </span>
            <span className="text-note">grade {gradeScore(score, weights).points.toFixed(1)}</span>
            <span className="text-note">{costMm.toFixed(0)} mm for the hands</span>
          </button>
          {open === index && (
            <div className="pb-3">
              <ul className="text-note list-disc pl-5">
                {choices.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
              <StripsBeside other={score} signs={['A', 'B']} names={['The piece', `After ${player}`]} />
              <VersionActions
                version={score}
                isCurrent={isCurrent}
                laidAs={`after ${player}`}
                ending={`, after ${player}`}
              />
            </div>
          )}
        </li>
      ))}
    </ol>
  );
}
