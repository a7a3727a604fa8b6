import {
  drawCallDigits,
  drawPlate,
  frameOf,
  gutter,
  xOfTick,
  yOfString,
  type Shape,
  type SystemPicture,
} from '@jocund/core/engraving';
import { noteAt, type Score, type Voice } from '@jocund/core/score';
import { memo } from 'react';
import { Cursor } from './cursor.tsx';
import type { SelectedSpan, SheetMark, SheetPlace } from './place.ts';
import { Playhead } from './playhead.tsx';
import { Selection } from './selection.tsx';
import { Shapes } from './shapes.tsx';

export interface SystemProps {
  readonly score: Score;
  readonly picture: SystemPicture;
  readonly cursor: SheetPlace | undefined;
  /** Whose note the cursor would write. */
  readonly cursorVoice: Voice | undefined;
  readonly selected: SelectedSpan | undefined;
  readonly playing: { readonly bar: number; readonly tick: number } | undefined;
  readonly marks: readonly SheetMark[];
  readonly fluid: boolean;
  /** Whether it is drawn, or only has its room. */
  readonly isInked?: boolean;
}

/** A system is inked anew only when its picture or what stands over it changed. */
function sameSystem(a: SystemProps, b: SystemProps): boolean {
  return (
    a.picture === b.picture &&
    a.cursorVoice === b.cursorVoice &&
    a.fluid === b.fluid &&
    a.isInked === b.isInked &&
    samePlace(a.cursor, b.cursor) &&
    samePlace(a.selected, b.selected) &&
    samePlace(a.playing, b.playing) &&
    JSON.stringify(a.marks) === JSON.stringify(b.marks) &&
    (a.cursor === undefined || a.score.bars[a.cursor.bar] === b.score.bars[a.cursor.bar])
  );
}

const samePlace = (a: object | undefined, b: object | undefined): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);

/** One line of the sheet as core drew it, and over it what is only on the screen: playhead, cursor, queries. */
export const System = memo(function System({
  score,
  picture,
  cursor,
  cursorVoice,
  selected,
  playing,
  marks,
  fluid,
  isInked = true,
}: SystemProps) {
  const { layout, rows, width, height } = picture;
  const playingBar = playing && layout.bars.find(({ bar }) => bar === playing.bar);
  const now = playingBar && gutter + xOfTick(playingBar, playing.tick);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      className="block"
      style={fluid ? undefined : { maxWidth: `${width}px` }}
      aria-hidden
    >
      {selected && <Selection picture={picture} selected={selected} />}
      {now !== undefined && <Playhead x={now} rows={rows} />}
      {isInked && <Shapes shapes={picture.ground} />}
      {now !== undefined && (
        <rect
          x={now - 18.5}
          y={rows.callTop + 1}
          width="37"
          height={Math.max(0, rows.callBottom - rows.callTop - 1)}
          fill="var(--color-brass)"
        />
      )}
      {isInked && <Shapes shapes={picture.shapes} />}
      {playing && <Shapes shapes={playedWord(score, picture, playing)} />}
      {cursor && cursorVoice && <Shapes shapes={selectedPlate(score, picture, cursor, cursorVoice)} />}
      {marks.map(({ place, letter }, index) => {
        // Marks of one place stand side by side: none hides another.
        const before = marks.slice(0, index).filter((each) => isSamePlace(each.place, place)).length;
        const bar = layout.bars.find((each) => each.bar === place.bar);
        return (
          bar && (
            <NoteQuery
              key={letter}
              x={gutter + xOfTick(bar, place.tick) + before * markWidth}
              y={yOfString(rows, place.string)}
              letter={letter}
            />
          )
        );
      })}
      {cursor && cursorVoice && (
        <Cursor score={score} picture={picture} cursor={cursor} voice={cursorVoice} />
      )}
    </svg>
  );
}, sameSystem);

const markWidth = 21;

const isSamePlace = (a: SheetPlace, b: SheetPlace): boolean =>
  a.bar === b.bar && a.tick === b.tick && a.string === b.string;

/** The digits of the call word that sounds, in the ink that reads on brass. */
function playedWord(
  score: Score,
  { layout, rows, call }: SystemPicture,
  playing: { readonly bar: number; readonly tick: number },
): Shape[] {
  const [each, bar] = [layout.bars.find(({ bar: index }) => index === playing.bar), score.bars[playing.bar]];
  return each && bar ? drawCallDigits(frameOf(bar, each, rows), playing.tick, { call, onBrass: true }) : [];
}

/** The note under the cursor once more, filled. */
function selectedPlate(
  score: Score,
  { layout, rows }: SystemPicture,
  cursor: SheetPlace,
  voice: Voice,
): Shape[] {
  const each = layout.bars.find(({ bar }) => bar === cursor.bar);
  const note = noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, voice);
  if (!each || !note) return [];
  return drawPlate(note, gutter + xOfTick(each, note.tick), yOfString(rows, note.string), true);
}

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
