import { createSheetDrawer, sheetMeasures, type BarFingers } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { System } from '../score-view/system.tsx';
import { useNames } from '../ui/use-names.ts';
import { useView } from '../ui/view-as.tsx';
import type { Bars } from './use-playing.ts';

interface TakeSheetProps {
  readonly score: Score;
  readonly bars: Bars;
  readonly fingers: readonly BarFingers[] | undefined;
}

/** As wide as two bars fill a phone. */
const lineWidth = 380;
const signs = { picking: true, fretting: true };

/** All that is to be played, line under line, to read from while it is recorded. */
export function TakeSheet({ score, bars: { first, last }, fingers }: TakeSheetProps) {
  const shown = useNames();
  const { leftHanded } = useView();
  const [draw] = useState(createSheetDrawer);
  const systems = useMemo(
    () =>
      draw(
        score,
        { ...sheetMeasures, width: lineWidth, mostBars: 2 },
        { shown, leftHanded, fingers, signs, staff: undefined, call: 'strings' },
      ).systems.filter(({ layout }) => layout.bars.some(({ bar }) => bar >= first && bar <= last)),
    [draw, score, shown, leftHanded, fingers, first, last],
  );
  return (
    <div className="pt-3" role="img" aria-label="The sheet of what is to be played">
      {systems.map((picture) => (
        <System
          key={picture.layout.bars[0]?.bar}
          score={score}
          picture={picture}
          cursor={undefined}
          cursorVoice={undefined}
          selected={undefined}
          playing={undefined}
          marks={[]}
          fluid
        />
      ))}
    </div>
  );
}
