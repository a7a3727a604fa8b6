import { numberOfBar, type Score } from '@jocund/core/score';
import { findingLine, type SecondPart } from '@jocund/core/two-guitars';
import { useMemo } from 'react';
import { useCreatePiece } from '../../api/queries.ts';
import { problemOf } from '../../api/problem.ts';
import { Button } from '../../ui/button.tsx';
import { Fold } from '../../ui/fold.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useNames } from '../../ui/use-names.ts';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import type { Heard, Preview } from '../use-preview.ts';
import { StripsBeside } from '../strips-beside.tsx';

interface RowProps {
  readonly part: SecondPart;
  /** Not while it is worked out anew. */
  readonly isCurrent: boolean;
  readonly preview: Preview;
}

/** One way to play a second guitar: where, what it asks for, a look at it beside the piece, its sound. */
export function SecondPartRow({ part, isCurrent, preview }: RowProps) {
  const { score } = useBench();
  const shown = useNames();
  const keep = useKeep(part.score);
  const sounds = useMemo(
    (): { readonly both: Heard; readonly alone: Heard } => ({
      both: { score, partner: part.score },
      alone: { score: part.score },
    }),
    [score, part.score],
  );
  const { capo, key } = part.score;
  return (
    <li className="border-b border-ink1-22 pt-3 pb-3">
      <h3 className="flex flex-wrap items-baseline gap-x-3 text-lg">
        {capo === 0 ? 'No capo' : `Capo ${capo}`}, grips of {shown(key.tonic)}
        {key.mode === 'minor' ? ' minor' : ''}
        <span className="narrow text-note font-normal">
          {counted(part.grips, 'grip')} to learn; {part.strokes} strokes,{' '}
          {part.withTune === 0 ? 'none' : part.withTune} on a note of the tune;{' '}
          <span title="what both hands have to move, hold and reach">{part.mm} mm of work</span>
        </span>
      </h3>
      <StripsBeside other={part.score} signs={['I', 'II']} names={['This piece', 'The second guitar']} />
      <Remarks part={part} />
      <p className="flex flex-wrap gap-2 pt-2">
        <Button
          look="solid"
          aria-pressed={preview.heard === sounds.both}
          onClick={() => preview.toggle(sounds.both)}
        >
          {preview.heard === sounds.both ? 'Stop' : 'Hear both'}
        </Button>
        <Button aria-pressed={preview.heard === sounds.alone} onClick={() => preview.toggle(sounds.alone)}>
          {preview.heard === sounds.alone ? 'Stop' : 'Hear it alone'}
        </Button>
        <Button disabled={!isCurrent || keep.isPending} onClick={keep.keep}>
          Keep it as a piece
        </Button>
      </p>
    </li>
  );
}

/** Puts the part into the repertoire and holds it beside this piece, where both are heard together. */
function useKeep(part: Score) {
  const create = useCreatePiece();
  const say = useSay();
  const { writeAll } = useAddress();
  return {
    isPending: create.isPending,
    keep: () =>
      create.mutate(part, {
        onSuccess: ({ arrangementId, title }) => {
          writeAll({ below: '', beside: `p:${arrangementId}`, own: 'all', part: 'all', told: '' });
          say(`“${title}” is in the repertoire. T hears both together.`);
        },
        onError: (error) =>
          say(
            problemOf(
              error,
              'The server cannot be reached. The part is not kept yet; try again in a moment.',
            ),
          ),
      }),
  };
}

function Remarks({ part: { findings, silent } }: { part: SecondPart }) {
  const { score } = useBench();
  const rests =
    silent.length > 0
      ? `It rests in ${silent.length === 1 ? 'bar' : 'bars'} ${silent.map((bar) => numberOfBar(score, bar)).join(', ')}: no chord is known there.`
      : undefined;
  return (
    <>
      {rests && <p className="text-note font-semibold">{rests}</p>}
      {findings.length === 0 ? (
        <p className="text-note">It leaves the piece room: no half step, no third twice.</p>
      ) : (
        <Fold title={`${counted(findings.length, 'place')} where they are close`}>
          {() => (
            <ul className="text-note">
              {findings.map((each) => (
                <li key={`${each.bar} ${each.tick} ${each.kind}`}>{findingLine(score, each)}</li>
              ))}
            </ul>
          )}
        </Fold>
      )}
    </>
  );
}
