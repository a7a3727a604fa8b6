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
const boxHeight = 50;
/** Under its name a box is lower. */
const lowBox = { width: 44, top: 20, height: 32 } as const;
/** Room for the marks of open and muted strings, left of a box. */
const markRoom = 17;
const nameSizes = [16, 14, 12.5];

/** Bar number, and each grip of the bar with its name and box; a grip carried over is named and held. */
export function drawGripRow(score: Score, frame: BarFrame, options: GripRowOptions): Shape[] {
  const { bar, index, rows, left, right, x } = frame;
  const startsAnew = bar.grips.some(({ tick }) => tick === 0);
  const carried = startsAnew ? undefined : gripAt(score, index, 0);
  const nameX = ({ tick }: PlacedGrip) => (tick === 0 ? left + 20 : x(tick) - 8);
  const [first] = bar.grips;
  return [
    text(left + 6, rows.gripTop + 20, String(numberOfBar(score, index))),
    ...(carried
      ? drawCarried(gripName(score, carried, options.shown), {
          x: left + 20,
          y: rows.gripTop + 21,
          until: (first ? nameX(first) : right) - 6,
        })
      : []),
    ...bar.grips.flatMap((grip, position): Shape[] => {
      const next = bar.grips[position + 1];
      return drawNamed(
        grip,
        gripName(score, grip, options.shown),
        {
          x: nameX(grip),
          y: rows.gripTop,
          until: next ? nameX(next) - 4 : right,
          isAlone: bar.grips.length === 1,
        },
        options.leftHanded,
      );
    }),
  ];
}

/** A grip held on from a bar before: smaller, and without its word, where the next one comes soon; at once, and it goes unsaid. */
function drawCarried(
  name: string,
  { x, y, until }: { readonly x: number; readonly y: number; readonly until: number },
): Shape[] {
  const ways = [
    { words: `hold ${name}`, size: 16 },
    { words: `hold ${name}`, size: 13 },
    { words: name, size: 13 },
  ];
  const fits = ways.find(({ words, size }) => x + textWidth(words, size, 'serif', true) <= until);
  if (!fits) return [];
  const look = { face: 'serif', italic: true, anchor: 'start', ink: 'ink1-80' } as const;
  return [text(x, y, fits.words, { ...look, size: fits.size })];
}

interface GripPlace {
  readonly x: number;
  /** The top of the row. */
  readonly y: number;
  readonly until: number;
  readonly isAlone: boolean;
}

/** A grip's name with its box beside it; under it where that leaves no room, the name smaller. */
function drawNamed(
  grip: PlacedGrip,
  name: string,
  { x, y, until, isAlone }: GripPlace,
  leftHanded: boolean,
): Shape[] {
  const size = !isAlone || name.length > 5 ? 18 : 23;
  const boxX = x + markRoom + textWidth(name, size, 'serif');
  const look = { face: 'serif', weight: 700, anchor: 'start' } as const;
  if (until - boxX > leastBoxWidth)
    return [
      text(x, y + 22, name, { ...look, size }),
      ...drawGrip(grip, {
        x: boxX,
        y: y + 3,
        width: Math.min(boxWidth, until - boxX - 2),
        height: boxHeight,
        leftHanded,
      }),
    ];
  const small = nameSizes.find((each) => x + textWidth(name, each, 'serif') <= until);
  return [
    small === undefined
      ? text(x, y + 13, name, { ...look, size: 12.5, face: 'narrow' })
      : text(x, y + 13, name, { ...look, size: small }),
    ...drawGrip(grip, {
      x: x + 10,
      y: y + lowBox.top,
      width: Math.max(leastBoxWidth - 4, Math.min(lowBox.width, until - x - 12)),
      height: lowBox.height,
      leftHanded,
    }),
  ];
}
