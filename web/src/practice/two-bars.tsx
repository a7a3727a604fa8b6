import { createSheetDrawer, sheetMeasures, type BarFingers } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { System } from '../score-view/system.tsx';
import { useView } from '../ui/view-as.tsx';
import { useNames } from '../ui/use-names.ts';

interface TwoBarsProps {
  readonly score: Score;
  readonly fingers: readonly BarFingers[] | undefined;
  /** From 0: the two bars with this one are shown. */
  readonly bar: number;
  readonly playing: { readonly bar: number; readonly tick: number } | undefined;
}

/** Units across: two bars fill a phone. */
const lineWidth = 380;
const signs = { picking: true, fretting: true };

/** Two bars of the sheet, those that are played, as wide as the page allows. */
export function TwoBars({ score, fingers, bar, playing }: TwoBarsProps) {
  const shown = useNames();
  const { leftHanded } = useView();
  const [draw] = useState(createSheetDrawer);
  const { systems, calls } = useMemo(
    () =>
      draw(
        score,
        { ...sheetMeasures, width: lineWidth, mostBars: 2 },
        { shown, leftHanded, fingers, signs, staff: undefined, call: 'strings' },
      ),
    [draw, score, shown, leftHanded, fingers],
  );
  const picture = systems.find(({ layout }) => layout.bars.some((each) => each.bar === bar)) ?? systems[0];
  if (!picture) return null;
  return (
    <div>
      <p className="sr-only">
        {picture.layout.bars
          .map((each) => (calls[each.bar] ?? []).map(({ text }) => text).join(', '))
          .join('; ')}
      </p>
      <System
        score={score}
        picture={picture}
        cursor={undefined}
        cursorVoice={undefined}
        selected={undefined}
        playing={
          playing && picture.layout.bars.some((each) => each.bar === playing.bar) ? playing : undefined
        }
        marks={[]}
        fluid
      />
    </div>
  );
}
