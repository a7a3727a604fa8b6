import { useMemo, useRef } from 'react';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { useBench } from '../bench-context.tsx';
import { useWidth } from '../use-width.ts';
import { useListen } from './listen-context.tsx';

/** The bars that are shown, as they are written by now. */
export function InTheScore() {
  const { score } = useBench();
  const { viewBar, bars } = useListen();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const written = useMemo(
    () => ({
      ...score,
      bars:
        viewBar === undefined
          ? []
          : [viewBar, viewBar + 1].flatMap((bar) => score.bars[bars.writtenOf(bar)] ?? []),
    }),
    [score, viewBar, bars],
  );
  return (
    <div ref={box} className="mt-3 border-t border-ink1-40 pt-1">
      <h3 className="text-base">In the score</h3>
      {written.bars.length === 0 && (
        <p className="text-note">Nothing is written here yet: take a note, and its bar is added.</p>
      )}
      {written.bars.length > 0 && width > 0 && (
        <Excerpt score={written} barCount={2} width={width} lineWidth={width} />
      )}
    </div>
  );
}
