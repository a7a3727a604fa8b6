import type { CallEntry } from '@jocund/core/directions';
import { xOfTick, type SystemLayout } from '@jocund/core/engraving';
import { previousOnString, placedNotes, type Note, type Study, type Voice } from '@jocund/core/score';
import { memo } from 'react';
import { CallRow } from './call-row.tsx';
import { Cursor } from './cursor.tsx';
import { BarFingerSigns, type FingerSigns } from './finger-signs.tsx';
import type { BarFingers } from './fingers.ts';
import { gutter, rows, yOfString } from './geometry.ts';
import { GripRow } from './grip-row.tsx';
import { Marks } from './marks.tsx';
import type { SheetMark, SheetPlace } from './place.ts';
import { Plate } from './plates.tsx';
import { Playhead } from './playhead.tsx';
import { Staff } from './staff.tsx';
import { Stems } from './stems.tsx';

export interface SystemProps {
  readonly study: Study;
  readonly layout: SystemLayout;
  /** The whole study's call line, by bar from 0. */
  readonly calls: readonly (readonly CallEntry[])[];
  readonly cursor: SheetPlace | undefined;
  /** Whose note the cursor would write. */
  readonly cursorVoice: Voice | undefined;
  readonly playing: { readonly bar: number; readonly tick: number } | undefined;
  readonly marks: readonly SheetMark[];
  readonly fluid: boolean;
  /** By bar from 0. */
  readonly fingers: readonly BarFingers[] | undefined;
  readonly signs: FingerSigns;
}

/** One line of the sheet: grips, tab with both voices, call line and count. */
export const System = memo(function System({
  study,
  layout,
  calls,
  cursor,
  cursorVoice,
  playing,
  marks,
  fluid,
  fingers,
  signs,
}: SystemProps) {
  const sourceX = sourcesIn(study, layout);
  const isSelected = (bar: number, note: Note) =>
    cursor?.bar === bar &&
    cursor.tick === note.tick &&
    cursor.string === note.string &&
    (!cursorVoice || cursorVoice === note.voice);
  const inSystem = layout.bars.find(({ bar }) => bar === playing?.bar);
  const right = gutter + layout.width;
  return (
    <svg
      viewBox={`0 0 ${right + 1.5} ${rows.bottom + 2}`}
      width="100%"
      className="block"
      style={fluid ? undefined : { maxWidth: `${right + 1.5}px` }}
      aria-hidden
    >
      {inSystem && playing && <Playhead x={gutter + xOfTick(inSystem, playing.tick)} />}
      <rect
        x={gutter}
        y={rows.callTop}
        width={layout.width}
        height={rows.callBottom - rows.callTop}
        fill="var(--color-call)"
        className="call-ground"
      />
      <line
        x1={gutter}
        x2={right}
        y1={rows.callTop}
        y2={rows.callTop}
        stroke="var(--color-ink1)"
        strokeWidth="2"
      />
      <text
        x={20}
        y={rows.callTop + 25}
        textAnchor="middle"
        fontFamily="var(--font-serif)"
        fontWeight="900"
        fontSize="38"
        fill="var(--color-ink1)"
      >
        “
      </text>
      <text
        x={20}
        y={rows.digitBase}
        textAnchor="middle"
        fontFamily="var(--font-serif)"
        fontStyle="italic"
        fontSize="15"
        fill="var(--color-ink1)"
      >
        call
      </text>
      <text
        x={20}
        y={rows.countBase}
        textAnchor="middle"
        fontSize="12"
        className="narrow"
        fill="var(--color-ink1-80)"
      >
        count
      </text>
      <Staff study={study} layout={layout} />
      {layout.bars.map((each) => {
        const bar = study.bars[each.bar];
        if (!bar) return null;
        return (
          <g key={each.bar}>
            <GripRow study={study} layout={each} />
            <Stems bar={bar} layout={each} />
            <Marks bar={bar} layout={each} sourceX={sourceX} />
            {bar.notes.map((note) => (
              <Plate
                key={`${note.voice} ${note.tick} ${note.string}`}
                note={note}
                x={gutter + xOfTick(each, note.tick)}
                selected={isSelected(each.bar, note)}
              />
            ))}
            <BarFingerSigns bar={bar} layout={each} fingers={fingers?.[each.bar]} shown={signs} />
            <CallRow
              bar={bar}
              layout={each}
              entries={calls[each.bar] ?? []}
              playingTick={playing?.bar === each.bar ? playing.tick : undefined}
            />
            {each.x > 0 && (
              <line
                x1={gutter + each.x}
                x2={gutter + each.x}
                y1={rows.callTop + 4}
                y2={rows.countBase + 2}
                stroke="var(--color-ink1-40)"
                strokeWidth=".75"
              />
            )}
          </g>
        );
      })}
      <line
        x1={gutter}
        x2={right}
        y1={rows.bottom}
        y2={rows.bottom}
        stroke="var(--color-ink1-65)"
        strokeWidth=".75"
      />
      {marks.map(({ place, letter }) => {
        const each = layout.bars.find(({ bar }) => bar === place.bar);
        return (
          each && (
            <NoteQuery
              key={letter}
              x={gutter + xOfTick(each, place.tick)}
              y={yOfString(place.string)}
              letter={letter}
            />
          )
        );
      })}
      {cursor && cursorVoice && <Cursor study={study} layout={layout} cursor={cursor} voice={cursorVoice} />}
    </svg>
  );
}, sameSystem);

const NoteQuery = ({ x, y, letter }: { x: number; y: number; letter: string }) => (
  <g transform={`translate(${x + 9} ${y - 24})`}>
    <path
      d="M10 1 L19 17 H1 Z"
      fill="var(--color-brass)"
      stroke="var(--color-ink1)"
      strokeWidth="1.2"
      strokeLinejoin="round"
    />
    <text x="10" y="14.5" textAnchor="middle" fontSize="11" fontWeight="700" fill="var(--color-ink1)">
      {letter}
    </text>
  </g>
);

/** Where in this system the note before each note on its string stands. */
function sourcesIn(study: Study, layout: SystemLayout): (note: Note) => number | undefined {
  const first = layout.bars[0]?.bar ?? 0;
  const previous = previousOnString(
    placedNotes({ bars: study.bars.slice(first, first + layout.bars.length) }),
  );
  return (note) => {
    const before = previous.get(note);
    const bar = before && layout.bars[before.bar];
    return bar && gutter + xOfTick(bar, before.note.tick);
  };
}

/** A system is drawn anew only when something in it changed: typing in bar 60 leaves bar 1 alone. */
function sameSystem(a: SystemProps, b: SystemProps): boolean {
  if (a.study.tuning !== b.study.tuning || a.study.key !== b.study.key || a.cursorVoice !== b.cursorVoice)
    return false;
  if (a.layout !== b.layout && JSON.stringify(a.layout) !== JSON.stringify(b.layout)) return false;
  if (!samePlace(a.cursor, b.cursor) || !samePlace(a.playing, b.playing)) return false;
  if (JSON.stringify(a.marks) !== JSON.stringify(b.marks)) return false;
  if (a.signs.picking !== b.signs.picking || a.signs.fretting !== b.signs.fretting) return false;
  return a.layout.bars.every(
    ({ bar }) =>
      a.fingers?.[bar]?.key === b.fingers?.[bar]?.key &&
      a.study.bars[bar] === b.study.bars[bar] &&
      heldBefore(a.study, bar) === heldBefore(b.study, bar) &&
      sameCalls(a.calls[bar], b.calls[bar]) &&
      isLast(a.study, bar) === isLast(b.study, bar),
  );
}

const isLast = (study: Study, bar: number): boolean => study.bars.length - 1 === bar;

const samePlace = (a: object | undefined, b: object | undefined): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);

const sameCalls = (a: readonly CallEntry[] = [], b: readonly CallEntry[] = []): boolean =>
  a.length === b.length &&
  a.every((entry, index) => {
    const other = b[index];
    return entry.text === other?.text && entry.tick === other.tick;
  });

/** The grip carried into a bar that lays none at its start. */
function heldBefore(study: Study, bar: number): unknown {
  const startsAnew = study.bars[bar]?.grips.some(({ tick }) => tick === 0) ?? false;
  if (startsAnew) return undefined;
  for (let index = bar - 1; index >= 0; index -= 1) {
    const grip = study.bars[index]?.grips.at(-1);
    if (grip) return grip;
  }
  return undefined;
}
