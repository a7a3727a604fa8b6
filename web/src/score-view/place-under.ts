import { gutter, tickAtX, type SystemPicture } from '@jocund/core/engraving';
import { isStringNumber } from '@jocund/core/instrument';
import type { SheetPlace } from './place.ts';

/** The place of a drawn system that lies under a point of the window: nearest string, tick as drawn. */
export function placeUnder(
  svg: SVGSVGElement,
  { layout, rows }: SystemPicture,
  clientX: number,
  clientY: number,
): SheetPlace | undefined {
  const box = svg.getBoundingClientRect();
  const scale = svg.viewBox.baseVal.width / box.width;
  const x = (clientX - box.left) * scale - gutter;
  const y = (clientY - box.top) * scale;
  const bar = layout.bars.find((each) => x >= each.x && x < each.x + each.width);
  if (!bar) return undefined;
  const string = Math.min(6, Math.max(1, Math.round((y - rows.stringTop) / rows.stringGap) + 1));
  if (!isStringNumber(string)) return undefined;
  return { bar: bar.bar, tick: tickAtX(bar, x), string };
}
