import type { Fuller } from '@jocund/core/grading';
import { gradeRange, gradeScore } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SelectField } from '../../ui/field.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { Tick } from '../../ui/tick.tsx';
import { counted } from '../../ui/words.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { StripsBeside } from '../strips-beside.tsx';
import { useOfferedPlayers } from '../style/use-offered-players.ts';
import { useHand } from '../use-check.ts';
import { VersionActions } from './version-actions.tsx';

/** How much harder, in grade points. */
const steps = [
  { value: '0.5', label: 'half a grade' },
  { value: '1', label: 'one grade' },
  { value: '2', label: 'two' },
] as const;
type Step = (typeof steps)[number]['value'];

interface Answer {
  readonly of: Score;
  readonly player: string;
  readonly points: number;
  readonly fuller: Fuller;
}

/** The way up: what a player would add next to the piece as it stands, thing by thing. */
export function FullerVersion() {
  const { score, arrangementId } = useBench();
  const hand = useHand();
  const weights = useStudioWeights();
  const { offered, measured, isFailed } = useOfferedPlayers();
  const [chosen, setChosen] = useState<string | undefined>();
  const [up, setUp] = useState<Step>('0.5');
  const [refused, setRefused] = useState<readonly string[]>([]);
  const [answer, setAnswer] = useState<Answer | undefined>();
  const { state, start, cancel } = useWork('addNext');
  const player =
    offered.find(({ id }) => id === chosen) ??
    offered.find(({ name }) => name === score.player) ??
    offered[0];
  const ask = (without: readonly string[]) => {
    if (!player || !measured) return;
    const now = gradeScore(score, weights).points;
    const points = Math.min(gradeRange.highest, Math.round((now + Number(up)) * 10) / 10);
    setRefused(without);
    start(
      {
        score,
        arrangementId,
        playerId: player.id,
        pieces: measured,
        hand,
        weights,
        points,
        refused: without,
      },
      (fuller) => setAnswer({ of: score, player: player.name, points, fuller }),
    );
  };
  return (
    <section aria-labelledby="fuller" className="mt-6 border-t-[2.5px] border-ink1 pt-3">
      <h3 id="fuller" className="text-lg">
        The way up
      </h3>
      <p className="max-w-[68ch] pt-1 pb-2">
        What a player would add next: the player’s own turns, those first that come nearest to the player. The
        tune on the beat, the chords and the last bar stay.
      </p>
      {isFailed && (
        <ErrorNote
          title="The players cannot be read"
          text="The piece is as it was. Reload the page to try again."
        />
      )}
      {!player && !isFailed && (
        <p className="text-note">
          {measured
            ? 'No player to follow yet: players are measured from the pieces that are after them.'
            : 'reading what was measured'}
        </p>
      )}
      {player && (
        <div className="flex flex-wrap items-end gap-3">
          <SelectField
            label="After"
            value={player.id}
            onChange={({ currentTarget }) => setChosen(currentTarget.value)}
          >
            {offered.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </SelectField>
          <Choice<Step> label="How much harder" value={up} options={steps} onChange={setUp} />
          {state.kind === 'working' ? (
            <>
              <Button onClick={cancel}>Cancel</Button>
              <p role="status" className="text-note">
                trying bar by bar, {Math.round(state.share * 100)} %
              </p>
            </>
          ) : (
            <Button onClick={() => ask([])}>What comes next?</Button>
          )}
        </div>
      )}
      {state.kind === 'failed' && (
        <div className="pt-3">
          <ErrorNote title="It broke off" text="The piece is as it was. Ask again." />
        </div>
      )}
      {answer && <Added answer={answer} isCurrent={answer.of === score} refused={refused} onRefuse={ask} />}
    </section>
  );
}

interface AddedProps {
  readonly answer: Answer;
  readonly isCurrent: boolean;
  readonly refused: readonly string[];
  readonly onRefuse: (refused: readonly string[]) => void;
}

function Added({ answer, isCurrent, refused, onRefuse }: AddedProps) {
  const { player, points, fuller } = answer;
  const { additions, grade, score } = fuller;
  const again = refused.length > 0 && (
    <p className="text-note flex flex-wrap items-center gap-2 pt-3">
      {counted(refused.length, 'thing')} not wanted.
      <Button look="plain" onClick={() => onRefuse([])}>
        Allow all of it again
      </Button>
    </p>
  );
  if (additions.length === 0)
    return (
      <>
        <p className="pt-3">{player} would add nothing here that makes it harder.</p>
        {again}
      </>
    );
  return (
    <div className="pt-3">
      <p className="flex items-end gap-3">
        <span className="figure text-hero leading-none">{grade.points.toFixed(1)}</span>
        {grade.points < points - 0.15 && (
          <span className="text-note pb-1">
            {points.toFixed(1)} is not reached: {player} would add no more here.
          </span>
        )}
      </p>
      <ol className="pt-2">
        {additions.map(({ words, adds }) => (
          <li
            key={`${words} ${adds}`}
            className="flex items-center justify-between gap-3 border-b border-ink1-40 py-1"
          >
            {isCurrent ? (
              <Tick
                label={words}
                checked={!refused.includes(words)}
                onChange={() => onRefuse([...refused, words])}
              />
            ) : (
              <span className="text-note">{words}</span>
            )}
            <span className="figure text-note shrink-0">+{adds.toFixed(1)}</span>
          </li>
        ))}
      </ol>
      {again}
      <StripsBeside other={score} signs={['A', 'B']} names={['The piece', 'The fuller version']} />
      <VersionActions version={score} isCurrent={isCurrent} laidAs="the fuller version" ending=", fuller" />
    </div>
  );
}
