import {
  createSheetDrawer,
  sheetMeasures,
  type BarFingers,
  type SystemPicture,
} from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { useView } from '../ui/view-as.tsx';
import { useNames } from '../ui/use-names.ts';

/** Units across: two bars fill a phone. */
const lineWidth = 380;
const signs = { picking: true, fretting: true };

/** The line of two bars in which a bar stands, and the same said; undefined where there is none. */
export function useTwoBars(
  score: Score,
  fingers: readonly BarFingers[] | undefined,
  bar: number,
): { readonly picture: SystemPicture; readonly said: string } | undefined {
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
  if (!picture) return undefined;
  const said = picture.layout.bars
    .map((each) => (calls[each.bar] ?? []).map(({ text }) => text).join(', '))
    .join('; ');
  return { picture, said };
}
