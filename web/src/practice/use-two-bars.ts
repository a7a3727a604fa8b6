import type { BarFingers, SystemPicture } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { useSheetLines } from '../score-view/use-sheet-lines.ts';

/** The line of two bars in which a bar stands, and the same said; undefined where there is none. */
export function useTwoBars(
  score: Score,
  fingers: readonly BarFingers[] | undefined,
  bar: number,
): { readonly picture: SystemPicture; readonly said: string } | undefined {
  const { systems, calls } = useSheetLines(score, fingers);
  const picture = systems.find(({ layout }) => layout.bars.some((each) => each.bar === bar)) ?? systems[0];
  if (!picture) return undefined;
  const said = picture.layout.bars
    .map((each) => (calls[each.bar] ?? []).map(({ text }) => text).join(', '))
    .join('; ');
  return { picture, said };
}
