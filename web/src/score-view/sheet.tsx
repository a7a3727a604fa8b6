import { numberOfBar } from '@jocund/core/score';
import {
  createSheetDrawer,
  gutter,
  sheetMeasures,
  type BarFingers,
  type FingerSigns,
  type SystemPicture,
} from '@jocund/core/engraving';
import type { Score, Voice } from '@jocund/core/score';
import { useDeferredValue, useMemo, useState, type PointerEvent } from 'react';
import { useSettings } from '../ui/settings.ts';
import { useView } from '../ui/view-as.tsx';
import { useNames } from '../ui/use-names.ts';
import { placeUnder } from './place-under.ts';
import type { SelectedSpan, SheetMark, SheetPlace } from './place.ts';
import { Row } from './row.tsx';
import { System } from './system.tsx';
import { useStaff } from './use-staff.ts';

interface SheetProps {
  readonly score: Score;
  /** Room for the sheet in px; bars are set to fill it. */
  readonly width: number;
  readonly cursor?: SheetPlace | undefined;
  readonly cursorVoice?: Voice | undefined;
  /** What is selected: from a moment up to another. */
  readonly selected?: SelectedSpan | undefined;
  readonly playing?: { readonly bar: number; readonly tick: number } | undefined;
  readonly marks?: readonly SheetMark[];
  /** Fingers by bar, and which of them are shown; absent: none. */
  readonly fingers?: readonly BarFingers[] | undefined;
  readonly signs?: FingerSigns;
  /** A place was pointed at, or dragged to from one that was; ticks are not yet set on a grid. */
  readonly onPoint?: (place: SheetPlace, how: { readonly extends: boolean }) => void;
  readonly mostBars?: number;
  /** Whether the systems scale to the room they are given, as in print; else `width` is px. */
  readonly fluid?: boolean;
}

const noMarks: readonly SheetMark[] = [];
const allSigns: FingerSigns = { picking: true, fretting: true };

/** The score as design's sheet: systems of bars, drawn by core from the score alone. */
export function Sheet({
  score,
  width,
  cursor,
  cursorVoice,
  selected,
  playing,
  marks = noMarks,
  fingers,
  signs = allSigns,
  onPoint,
  mostBars = sheetMeasures.mostBars,
  fluid = false,
}: SheetProps) {
  const shown = useNames();
  const { leftHanded } = useView();
  const staff = useStaff();
  const [{ call }] = useSettings();
  const [draw] = useState(createSheetDrawer);
  const { systems, calls } = useMemo(
    () =>
      draw(
        score,
        { ...sheetMeasures, width: Math.max(220, width - gutter - 2), mostBars },
        { shown, leftHanded, fingers, signs, staff, call },
      ),
    [draw, score, width, mostBars, shown, leftHanded, fingers, signs, staff, call],
  );
  const settled = useDeferredValue(systems);
  const focus = playing?.bar ?? cursor?.bar;
  const inSystem = ({ layout }: SystemPicture, bar: number | undefined) =>
    bar !== undefined && layout.bars.some((each) => each.bar === bar);
  const onPointerDown = (event: PointerEvent<HTMLDivElement>, picture: SystemPicture) => {
    const svg = event.currentTarget.querySelector('svg');
    const place = svg && placeUnder(svg, picture, event.clientX, event.clientY);
    if (place) onPoint?.(place, { extends: event.shiftKey });
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>, picture: SystemPicture) => {
    if (event.buttons !== 1 || event.pointerType === 'touch') return;
    const svg = event.currentTarget.querySelector('svg');
    const place = svg && placeUnder(svg, picture, event.clientX, event.clientY);
    if (place) onPoint?.(place, { extends: true });
  };
  return (
    <div>
      {systems
        .map((now, index) => pictureNow(now, settled[index], focus))
        .map((picture, index) => (
          <Row
            key={picture.layout.bars[0]?.bar}
            picture={picture}
            isWorkedOn={focus === undefined ? index < seenFirst : isNear(picture, focus)}
            onPointerDown={onPoint && ((event) => onPointerDown(event, picture))}
            onPointerMove={onPoint && ((event) => onPointerMove(event, picture))}
          >
            {(isInked) => (
              <>
                <p className="sr-only" data-testid="call">
                  {picture.layout.bars.map(
                    ({ bar }) =>
                      `bar ${numberOfBar(score, bar)}: ${(calls[bar] ?? []).map(({ text }) => text).join(', ')}. `,
                  )}
                </p>
                <System
                  score={score}
                  picture={picture}
                  cursor={inSystem(picture, cursor?.bar) ? cursor : undefined}
                  cursorVoice={inSystem(picture, cursor?.bar) ? cursorVoice : undefined}
                  selected={selected && spansSystem(picture, selected) ? selected : undefined}
                  playing={inSystem(picture, playing?.bar) ? playing : undefined}
                  fluid={fluid}
                  marks={
                    marks.length === 0 ? noMarks : marks.filter(({ place }) => inSystem(picture, place.bar))
                  }
                  isInked={isInked}
                />
              </>
            )}
          </Row>
        ))}
    </div>
  );
}

const spansSystem = ({ layout }: SystemPicture, { from, to }: SelectedSpan): boolean =>
  layout.bars.some(({ bar }) => bar >= from.bar && bar <= to.bar);

/** So many systems stand on a page when it opens. */
const seenFirst = 3;

/** Systems about the one that is worked on are inked at once; the others, out of sight as a rule, a moment later, between key presses. */
const inkedAtOnce = 2;

function pictureNow(
  now: SystemPicture,
  settled: SystemPicture | undefined,
  focus: number | undefined,
): SystemPicture {
  const [first, last] = endsOf(now);
  const isSameSystem = settled?.layout.bars[0]?.bar === first && settled.layout.bars.at(-1)?.bar === last;
  return isNear(now, focus) || !isSameSystem ? now : settled;
}

const endsOf = ({ layout: { bars } }: SystemPicture): readonly [number, number] => [
  bars[0]?.bar ?? 0,
  bars.at(-1)?.bar ?? 0,
];

function isNear(picture: SystemPicture, focus: number | undefined): boolean {
  const [first, last] = endsOf(picture);
  const reach = picture.layout.bars.length * inkedAtOnce;
  return focus === undefined || (focus >= first - reach && focus <= last + reach);
}
