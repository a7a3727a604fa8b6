import { drawSideBySide } from '@jocund/core/engraving';
import { numberOfBar, type Score } from '@jocund/core/score';
import { useMemo } from 'react';
import { Shapes } from '../score-view/shapes.tsx';
import { useNames } from '../ui/use-names.ts';
import { useBench } from './bench-context.tsx';
import { useSideWidth } from './use-side-width.ts';

/** Bars that are looked at. */
const shownBars = 4;

interface StripsProps {
  /** Has the bars of the piece, played otherwise. */
  readonly other: Score;
  /** A sign for each line, the piece's first. */
  readonly signs: readonly [string, string];
  readonly names: readonly [string, string];
}

/** Four bars of the piece and of another score with the same bars, line under line, from the bar under the cursor on. */
export function StripsBeside({ other, signs, names }: StripsProps) {
  const { score, cursor } = useBench();
  const shown = useNames();
  const { room, width } = useSideWidth();
  const from = Math.max(0, Math.min(cursor.bar, score.bars.length - shownBars));
  const systems = useMemo(() => {
    const bars = Array.from({ length: Math.min(shownBars, score.bars.length) }, (_, index) => from + index);
    const pairs = bars.map((bar) => ({ a: score.bars[bar], b: other.bars[bar] }));
    return drawSideBySide({ a: score, b: other }, pairs, shown, width);
  }, [score, other, from, shown, width]);
  return (
    <div ref={room} className="pt-1">
      {systems.map(({ a, b, pairs }) => (
        <div key={pairs[0]} className="grid grid-cols-[2rem_1fr] items-center border-b border-ink1-12">
          {[a, b].map((picture, line) => (
            <Strip
              key={line}
              sign={signs[line] ?? ''}
              label={`${names[line] ?? ''} from bar ${numberOfBar(score, from + (pairs[0] ?? 0))} in tab`}
              picture={picture}
            />
          ))}
        </div>
      ))}
    </div>
  );
}

interface StripProps {
  readonly sign: string;
  readonly label: string;
  readonly picture: ReturnType<typeof drawSideBySide>[number]['a'];
}

function Strip({ sign, label, picture: { x, y, width, height, shapes } }: StripProps) {
  return (
    <>
      <span aria-hidden className="figure text-lg">
        {sign}
      </span>
      <svg viewBox={`${x} ${y} ${width} ${height}`} className="block w-full" role="img" aria-label={label}>
        <Shapes shapes={shapes} />
      </svg>
    </>
  );
}
