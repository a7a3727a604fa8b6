import { numberOfBar, gripAt, type PlacedGrip, type Score } from '../../score/index.ts';
import { gripName } from '../grip-name.ts';
import { text, type Shape } from '../shape.ts';
import { textWidth } from '../text-width.ts';
import type { BarFrame } from './frame.ts';
import { drawGrip } from './grip.ts';

interface GripRowOptions {
  readonly shown: (name: string) => string;
  readonly leftHanded: boolean;
}

/** Largest width of a chord box, and the least at which it can be read. */
const boxWidth = 68;
const leastBoxWidth = 26;
const boxHeight = 52;

/** Bar number, and each grip of the bar with its name and box; a grip carried over is named and held. */
export function drawGripRow(score: Score, frame: BarFrame, options: GripRowOptions): Shape[] {
  const { bar, index, rows, left, right, x } = frame;
  const startsAnew = bar.grips.some(({ tick }) => tick === 0);
  const carried = startsAnew ? undefined : gripAt(score, index, 0);
  const nameX = ({ tick }: PlacedGrip) => (tick === 0 ? left + 20 : x(tick) - 8);
  return [
    text(left + 6, rows.gripTop + 20, String(numberOfBar(score, index))),
    ...(carried
      ? [
          text(left + 20, rows.gripTop + 21, `hold ${gripName(score, carried, options.shown)}`, {
            face: 'serif',
            size: 16,
            italic: true,
            anchor: 'start',
            ink: 'ink1-80',
          }),
        ]
      : []),
    ...bar.grips.flatMap((grip, position): Shape[] => {
      const name = gripName(score, grip, options.shown);
      const next = bar.grips[position + 1];
      const until = next ? x(next.tick) - 12 : right;
      const size = bar.grips.length > 1 || name.length > 5 ? 18 : 23;
      const boxX = nameX(grip) + 17 + textWidth(name, size, 'serif');
      return [
        text(nameX(grip), rows.gripTop + 22, name, { face: 'serif', weight: 700, size, anchor: 'start' }),
        ...(until - boxX > leastBoxWidth
          ? drawGrip(grip, {
              x: boxX,
              y: rows.gripTop + 3,
              width: Math.min(boxWidth, until - boxX - 2),
              height: boxHeight,
              leftHanded: options.leftHanded,
            })
          : []),
      ];
    }),
  ];
}
