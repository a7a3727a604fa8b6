import { callLine } from '@jocund/core/directions';
import { barsAlone } from '@jocund/core/form';
import { numberOfBar } from '@jocund/core/score';
import type { ExampleBar } from '@jocund/core/style';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useArrangement } from '../api/queries.ts';
import { Excerpt } from '../score-view/excerpt.tsx';
import { Button } from '../ui/button.tsx';
import { useHeardAlone } from '../sound/use-heard-alone.ts';

interface BarsShownProps {
  readonly example: ExampleBar;
  readonly arrangementIds: readonly string[];
  /** How many bars from the example on. */
  readonly count: number;
  readonly width: number;
  /** Whether it is written out as a teacher calls it. */
  readonly isCalled?: boolean;
}

/** Bars of a piece that show something, drawn and to be heard, with the way to them on the bench. */
export function BarsShown({ example, arrangementIds, count, width, isCalled = false }: BarsShownProps) {
  const id = arrangementIds[example.piece] ?? '';
  const { data, isError } = useArrangement(id);
  const { heard, toggle } = useHeardAlone();
  const score = data?.score;
  const bars = useMemo(
    () =>
      score && example.bar < score.bars.length
        ? barsAlone(score, example.bar, Math.min(score.bars.length - 1, example.bar + count - 1))
        : undefined,
    [score, example.bar, count],
  );
  if (isError) return <p className="text-note">The piece cannot be read just now.</p>;
  if (!score || !bars) return <p className="text-note min-h-24">fetching the bars …</p>;
  const number = numberOfBar(score, example.bar);
  return (
    <div>
      {bars.bars.map((_, index) => (
        <Excerpt
          key={index}
          score={barsAlone(bars, index, index)}
          barCount={1}
          width={width}
          lineWidth={width}
        />
      ))}
      {isCalled && (
        <p className="narrow border-t-2 border-ink1 bg-call px-2 py-1">
          {callLine(bars)
            .map(({ text }) => text)
            .join(', ')}
        </p>
      )}
      <p className="flex flex-wrap items-center gap-3 pt-1">
        <Button aria-pressed={heard === id} onClick={() => toggle(id, bars)}>
          {heard === id ? 'Stop' : 'Hear it'}
        </Button>
        <Link className="text-note underline" to={`/bench/${id}/melody?bar=${number}`}>
          {score.title},{' '}
          {count > 1 && bars.bars.length > 1
            ? `bars ${number} to ${number + bars.bars.length - 1}`
            : `bar ${number}`}
        </Link>
      </p>
    </div>
  );
}
