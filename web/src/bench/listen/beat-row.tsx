import { moveBeat } from '@jocund/core/transcription';
import { beatTicks, numberOfBar } from '@jocund/core/score';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useBench } from '../bench-context.tsx';
import { useListen } from './listen-context.tsx';
import { fineClock } from './time-words.ts';

interface BeatRowProps {
  readonly xOf: (atS: number) => number;
  readonly secondsPerPx: number;
}

interface Drag {
  readonly x: number;
  readonly moved: readonly number[] | undefined;
}

interface ShownBeat {
  readonly index: number;
  readonly atS: number;
  readonly bar: number;
  /** From 1. */
  readonly beat: number;
}

/** The beats of what is shown, each a handle: drag it or move it with the arrow keys, with Alt all after it. */
export function BeatRow({ xOf, secondsPerPx }: BeatRowProps) {
  const { score } = useBench();
  const { counted, grid, bars, view, write } = useListen();
  const [drag, setDrag] = useState<Drag | undefined>();
  if (!counted || !grid) return null;
  const beats = drag?.moved ?? counted.beats;
  const shown = beats.flatMap((atS, index): ShownBeat[] => {
    if (atS < view.fromS - 0.01 || atS > view.toS + 0.01) return [];
    const place = grid.placeAt(atS + 1e-6);
    if (!place) return [{ index, atS, bar: -1, beat: 0 }];
    return [
      { index, atS, bar: place.bar, beat: Math.round(place.tick / beatTicks(grid.metreOf(place.bar))) + 1 },
    ];
  });
  const keep = (moved: readonly number[]) => write((before) => ({ ...before, beats: [...moved] }));
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const { altKey, shiftKey } = event;
    // From where the beat is by then: keys come quicker than pictures.
    write((before) => ({
      ...before,
      beats: moveBeat(before.beats ?? counted.beats, index, step * (shiftKey ? 0.002 : 0.01), altKey),
    }));
  };
  const onPointerMove = (event: PointerEvent, index: number) => {
    if (!drag) return;
    const byS = (event.clientX - drag.x) * secondsPerPx;
    setDrag({ ...drag, moved: moveBeat(counted.beats, index, byS, event.altKey) });
  };
  return (
    <div className="relative h-8" role="group" aria-label="Beats">
      {shown.map(({ index, atS, bar, beat }) => (
        <button
          key={index}
          type="button"
          aria-label={`${bar < 0 ? 'Before bar 1' : `Bar ${numberOfBar(score, bars.writtenOf(bar))}, beat ${beat}`}, at ${fineClock(atS)}. Arrow keys move it`}
          className={`narrow absolute bottom-0 flex h-7 min-w-6 -translate-x-1/2 cursor-ew-resize touch-none items-center justify-center border border-ink1 px-1 font-semibold whitespace-nowrap ${beat === 1 ? 'bg-ink1 text-paper' : 'bg-white'}`}
          style={{ left: xOf(atS) }}
          onKeyDown={(event) => onKeyDown(event, index)}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setDrag({ x: event.clientX, moved: undefined });
          }}
          onPointerMove={(event) => onPointerMove(event, index)}
          onPointerUp={() => {
            if (drag?.moved) keep(drag.moved);
            setDrag(undefined);
          }}
        >
          {beat === 1 ? `bar ${numberOfBar(score, bars.writtenOf(bar))}` : beat > 0 ? beat : '·'}
        </button>
      ))}
    </div>
  );
}
