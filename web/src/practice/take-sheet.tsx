import type { BarFingers } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { SheetLine } from '../score-view/sheet-line.tsx';
import type { Bars } from './use-playing.ts';
import { useSheetLines } from '../score-view/use-sheet-lines.ts';

interface TakeSheetProps {
  readonly score: Score;
  readonly bars: Bars;
  readonly fingers: readonly BarFingers[] | undefined;
}

/** All that is to be played, line under line, to read from while it is recorded. */
export function TakeSheet({ score, bars: { first, last }, fingers }: TakeSheetProps) {
  const { systems } = useSheetLines(score, fingers);
  return (
    <div className="pt-3" role="img" aria-label="The sheet of what is to be played">
      {systems
        .filter(({ layout }) => layout.bars.some(({ bar }) => bar >= first && bar <= last))
        .map((picture) => (
          <SheetLine key={picture.layout.bars[0]?.bar} score={score} picture={picture} />
        ))}
    </div>
  );
}
