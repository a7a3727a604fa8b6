import { callLine, type CallEntry } from '@jocund/core/directions';
import { layoutSheet, sheetMeasures, type SystemLayout } from '@jocund/core/engraving';
import type { Study, Voice } from '@jocund/core/score';
import { useMemo, type PointerEvent } from 'react';
import type { FingerSigns } from './finger-signs.tsx';
import type { BarFingers } from './fingers.ts';
import { gutter, rows } from './geometry.ts';
import { placeUnder } from './place-under.ts';
import type { SheetMark, SheetPlace } from './place.ts';
import { System } from './system.tsx';

interface SheetProps {
  readonly study: Study;
  /** Room for the sheet in px; bars are set to fill it. */
  readonly width: number;
  readonly cursor?: SheetPlace | undefined;
  readonly cursorVoice?: Voice | undefined;
  readonly playing?: { readonly bar: number; readonly tick: number } | undefined;
  readonly marks?: readonly SheetMark[];
  /** Fingers by bar, and which of them are shown; absent: none. */
  readonly fingers?: readonly BarFingers[] | undefined;
  readonly signs?: FingerSigns;
  /** A place was pointed at; ticks are not yet set on a grid. */
  readonly onPoint?: (place: SheetPlace) => void;
  readonly mostBars?: number;
  /** Whether the systems scale to the room they are given, as in print; else `width` is px. */
  readonly fluid?: boolean;
}

const noMarks: readonly SheetMark[] = [];
const allSigns: FingerSigns = { picking: true, fretting: true };

/** The call line once for the study, handed to the systems bar by bar. */
const useCalls = (study: Study): CallEntry[][] =>
  useMemo(() => {
    const byBar = study.bars.map((): CallEntry[] => []);
    for (const entry of callLine(study)) byBar[entry.bar - 1]?.push(entry);
    return byBar;
  }, [study]);

/** The score as design's sheet: systems of bars, drawn from the study alone. */
export function Sheet({
  study,
  width,
  cursor,
  cursorVoice,
  playing,
  marks = noMarks,
  fingers,
  signs = allSigns,
  onPoint,
  mostBars = sheetMeasures.mostBars,
  fluid = false,
}: SheetProps) {
  const systems = useMemo(
    () => layoutSheet(study, { ...sheetMeasures, width: Math.max(220, width - gutter - 2), mostBars }),
    [study, width, mostBars],
  );
  const calls = useCalls(study);
  const inSystem = (layout: SystemLayout, bar: number | undefined) =>
    bar !== undefined && layout.bars.some((each) => each.bar === bar);
  const onPointerDown = (event: PointerEvent<HTMLDivElement>, layout: SystemLayout) => {
    const svg = event.currentTarget.querySelector('svg');
    const place = svg && placeUnder(svg, layout, event.clientX, event.clientY);
    if (place) onPoint?.(place);
  };
  return (
    <div>
      {systems.map((layout) => (
        <div
          key={layout.bars[0]?.bar}
          data-system={layout.bars[0]?.bar}
          className="system"
          style={{
            breakInside: 'avoid',
            contentVisibility: 'auto',
            containIntrinsicSize: `auto ${rows.bottom + 2}px`,
          }}
          onPointerDown={onPoint && ((event) => onPointerDown(event, layout))}
        >
          <p className="sr-only" data-testid="call">
            {layout.bars.map(
              ({ bar }) => `bar ${bar + 1}: ${(calls[bar] ?? []).map(({ text }) => text).join(', ')}. `,
            )}
          </p>
          <System
            study={study}
            layout={layout}
            calls={calls}
            cursor={inSystem(layout, cursor?.bar) ? cursor : undefined}
            cursorVoice={inSystem(layout, cursor?.bar) ? cursorVoice : undefined}
            playing={inSystem(layout, playing?.bar) ? playing : undefined}
            fluid={fluid}
            fingers={fingers}
            signs={signs}
            marks={marks.length === 0 ? noMarks : marks.filter(({ place }) => inSystem(layout, place.bar))}
          />
        </div>
      ))}
    </div>
  );
}
