import type { MeasuredPiece, Player } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import type { NearerMove } from '@jocund/core/style';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

/** What could be done to single bars to bring the piece nearer to a player; each is taken with one press. */
export function NearerPart({ player, pieces }: { player: Player; pieces: readonly MeasuredPiece[] }) {
  const { score, arrangementId, edit, undo, setCursor } = useBench();
  const hand = useHand();
  const say = useSay();
  const { state, start, cancel } = useWork('nearerMoves');
  const [answer, setAnswer] = useState<{ of: Score; moves: readonly NearerMove[] } | undefined>();
  if (state.kind === 'working')
    return (
      <p className="flex items-center justify-between pt-2" role="status">
        <span className="text-note">
          trying bar by bar, <span className="figure">{Math.round(state.share * 100)} %</span>
        </span>
        <Button onClick={cancel}>Cancel</Button>
      </p>
    );
  const take = ({ words, bars }: NearerMove) => {
    edit((each) => ({
      ...each,
      bars: each.bars.map((bar, place) => bars.find(({ index }) => index === place)?.bar ?? bar),
    }));
    const [first] = bars;
    if (first) setCursor({ bar: first.index, tick: 0, string: 1 });
    say(words, undo);
  };
  return (
    <div className="pt-2">
      <Button
        onClick={() =>
          start({ score, arrangementId, playerId: player.id, pieces, hand }, (moves) =>
            setAnswer({ of: score, moves }),
          )
        }
      >
        What would {player.name} do here?
      </Button>
      {state.kind === 'failed' && <p className="text-note pt-1 font-semibold">It broke off. Try again.</p>}
      {answer && answer.of !== score && (
        <p className="text-note pt-1">The piece was changed meanwhile: ask again for what comes next.</p>
      )}
      {answer?.of === score &&
        (answer.moves.length === 0 ? (
          <p className="text-note pt-1">No change to a single bar brings it nearer.</p>
        ) : (
          <ul>
            {answer.moves.map((move) => (
              <li
                key={move.words}
                className="flex items-center justify-between gap-2 border-b border-ink1-40 py-1.5"
              >
                <span className="text-note">{move.words}</span>
                <Button aria-label={`Take: ${move.words}`} onClick={() => take(move)}>
                  Take
                </Button>
              </li>
            ))}
          </ul>
        ))}
    </div>
  );
}
