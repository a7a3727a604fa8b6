import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useKeptRungs } from '../../api/kept-rungs.ts';
import { problemOf } from '../../api/problem.ts';
import { Button } from '../../ui/button.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart, MarginProblem } from '../margin.tsx';
import { barsInWords, type ByHand, type LadderRung } from './rungs-by-hand.ts';
import { useRungs } from './rungs-context.tsx';

const unreached = 'The server cannot be reached. Nothing has changed; try again in a moment.';

/** A rung changed by hand: it is a piece of its own, goes on following this one, and can be as it is cut again. */
export function ByHandPart({ rung }: { rung: LadderRung }) {
  const { arrangementId } = useBench();
  const { order } = useRungs();
  const { keep } = useKeptRungs(arrangementId);
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | undefined>();
  if (rung.byHand) return <Kept byHand={rung.byHand} />;
  return (
    <MarginPart title="By hand">
      <p className="text-note pb-2 text-ink1-80">
        Change this rung for your students. It goes on following the piece where you leave it alone.
      </p>
      <Button
        disabled={keep.isPending}
        onClick={() =>
          keep.mutate(
            { order, rung: rung.id, score: rung.score },
            {
              onSuccess: ({ arrangementId: own }) => void navigate(`/bench/${own}/melody`),
              onError: (error) => setProblem(problemOf(error, unreached)),
            },
          )
        }
      >
        Change it by hand
      </Button>
      <MarginProblem text={problem} />
    </MarginPart>
  );
}

function Kept({ byHand: { kept, cut, followed, isBehind } }: { byHand: ByHand }) {
  const { arrangementId } = useBench();
  const { follow, letGo } = useKeptRungs(arrangementId);
  const say = useSay();
  const [problem, setProblem] = useState<string | undefined>();
  const onError = (error: unknown) => setProblem(problemOf(error, unreached));
  const own = barsInWords(followed.score, followed.byHand);
  const waiting = barsInWords(followed.score, followed.taken);
  return (
    <MarginPart title="By hand" note={`cut from version ${kept.parentVersion}`}>
      <p>
        {own === '' ? 'Nothing differs from how it is cut.' : `Changed by you: ${own}.`}{' '}
        <Link className="font-semibold underline" to={`/bench/${kept.arrangementId}/melody`}>
          Open it
        </Link>
      </p>
      {isBehind && (
        <div className="pt-2">
          <p className="flex items-start gap-2">
            <QueryMark size={20} />
            <span>
              The piece has changed since{waiting === '' ? '' : ` in ${waiting}`}. What is yours stays as it
              is.
            </span>
          </p>
          <p className="pt-2">
            <Button
              look="solid"
              disabled={follow.isPending}
              onClick={() =>
                follow.mutate(
                  { kept, then: cut, score: followed.score },
                  {
                    onSuccess: () => {
                      setProblem(undefined);
                      say('The rung has taken it over.');
                    },
                    onError,
                  },
                )
              }
            >
              Take it over
            </Button>
          </p>
        </div>
      )}
      <p className="pt-2">
        <Button
          look="plain"
          disabled={letGo.isPending}
          onClick={() =>
            letGo.mutate(kept.arrangementId, {
              onSuccess: () => say('It is as it is cut again. Your own stays in the repertoire.'),
              onError,
            })
          }
        >
          As it is cut again
        </Button>
      </p>
      <MarginProblem text={problem} />
    </MarginPart>
  );
}
