import { createSheetDrawer, sheetMeasures, type BarFingers, type SheetPicture } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { useNames } from '../ui/use-names.ts';
import { useView } from '../ui/view-as.tsx';

/** Units across: two bars fill a phone. */
const lineWidth = 380;
const signs = { picking: true, fretting: true };

/** The sheet in lines of two bars at most. */
export function useSheetLines(score: Score, fingers: readonly BarFingers[] | undefined): SheetPicture {
  const shown = useNames();
  const { leftHanded } = useView();
  const [draw] = useState(createSheetDrawer);
  return useMemo(
    () =>
      draw(
        score,
        { ...sheetMeasures, width: lineWidth, mostBars: 2 },
        { shown, leftHanded, fingers, signs, staff: undefined, call: 'strings' },
      ),
    [draw, score, shown, leftHanded, fingers],
  );
}
