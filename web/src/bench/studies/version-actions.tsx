import { scoreLimits, type Score } from '@jocund/core/score';
import { withEnding } from '@jocund/core/text';
import { useMemo } from 'react';
import { problemOf } from '../../api/problem.ts';
import { useCreatePiece } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { usePreview, type Heard } from '../use-preview.ts';

interface VersionActionsProps {
  readonly version: Score;
  /** Whether it belongs to what is asked now; what does not can be heard, but not kept. */
  readonly isCurrent: boolean;
  /** What the piece becomes: “the easier version”. */
  readonly laidAs: string;
  /** What is put behind the title where it is kept: “, easier”. */
  readonly ending?: string;
}

/** Hear an easier version, keep it as a piece of its own, or write it in place of the piece. */
export function VersionActions({ version, isCurrent, laidAs, ending = ', easier' }: VersionActionsProps) {
  const { edit } = useBench();
  const preview = usePreview();
  const create = useCreatePiece();
  const say = useSay();
  const heard = useMemo((): Heard => ({ score: version }), [version]);
  const keep = () =>
    create.mutate(named(version, ending), {
      onSuccess: ({ title }) => say(`“${title}” is in the repertoire.`),
      onError: (error) =>
        say(
          problemOf(
            error,
            'The server cannot be reached. The version is not kept yet; try again in a moment.',
          ),
        ),
    });
  return (
    <p className="flex flex-wrap gap-2 pt-3">
      <Button look="solid" aria-pressed={preview.heard === heard} onClick={() => preview.toggle(heard)}>
        {preview.heard === heard ? 'Stop' : 'Hear it'}
      </Button>
      <Button disabled={!isCurrent || create.isPending} onClick={keep}>
        Keep it as a piece
      </Button>
      <Button
        disabled={!isCurrent}
        onClick={() => {
          edit((score) => ({ ...version, title: score.title }));
          say(`The piece is ${laidAs} now. Ctrl Z takes it back.`);
        }}
      >
        Write it in place of the piece
      </Button>
    </p>
  );
}

const named = (score: Score, ending: string): Score => ({
  ...score,
  title: withEnding(score.title, ending, scoreLimits.textLength),
});
