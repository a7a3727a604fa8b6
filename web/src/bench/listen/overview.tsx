import { Flag } from 'lucide-react';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { useWidth } from '../use-width.ts';
import { useListen } from './listen-context.tsx';
import { clock } from './time-words.ts';
import { Playhead } from './playhead.tsx';
import { usePlace } from './use-place.ts';
import { WaveShape } from './wave-shape.tsx';

const height = 52;

/** The whole recording: where it is, its loops and marks. Pointing goes to a place, dragging makes a loop. */
export function Overview({ durationS }: { durationS: number }) {
  const { peaks, listening, loop, setLoop, show, player, play, playing, heard, notes } = useListen();
  const working = [heard, notes].find(({ kind }) => kind === 'working');
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const pressed = useRef<number | undefined>(undefined);
  const placeS = usePlace(1);
  const timeAt = (event: PointerEvent) => {
    const { left } = event.currentTarget.getBoundingClientRect();
    return Math.min(durationS, Math.max(0, ((event.clientX - left) / Math.max(1, width)) * durationS));
  };
  const goTo = (atS: number) => {
    show(atS);
    if (playing === 'playing') play(atS);
    else player.goTo(atS);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, PageDown: 10, PageUp: -10 };
    const move = moves[event.key];
    if (move === undefined) return;
    event.preventDefault();
    goTo(Math.min(durationS, Math.max(0, player.placeS() + move)));
  };
  const left = (atS: number) => `${(100 * atS) / durationS}%`;
  return (
    <div className="mx-4.5 mt-3">
      {listening.loops.length > 0 && (
        <div className="relative h-6">
          {listening.loops.map((each) => (
            <button
              key={each.id}
              type="button"
              aria-pressed={loop?.fromS === each.fromS && loop.toS === each.toS}
              className="narrow text-label absolute bottom-0 flex items-end overflow-hidden border-t border-l border-ink1 px-1 text-left font-semibold whitespace-nowrap hover:bg-ink1-12 aria-pressed:bg-ink1 aria-pressed:text-paper"
              style={{ left: left(each.fromS), width: left(each.toS - each.fromS) }}
              onClick={() => {
                setLoop({ name: each.name, fromS: each.fromS, toS: each.toS });
                show(each.fromS);
              }}
            >
              {each.name}
            </button>
          ))}
        </div>
      )}
      <div
        ref={box}
        role="slider"
        tabIndex={0}
        aria-label="Place in the recording"
        aria-valuemin={0}
        aria-valuemax={Math.round(durationS)}
        aria-valuenow={placeS}
        aria-valuetext={clock(placeS)}
        className="relative touch-none border-x border-ink1"
        style={{ height }}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          pressed.current = timeAt(event);
        }}
        onPointerUp={(event) => {
          const from = pressed.current;
          pressed.current = undefined;
          if (from === undefined) return;
          const [fromS = 0, toS = 0] = [from, timeAt(event)].sort((a, b) => a - b);
          if (toS - fromS > Math.max(0.4, (4 / Math.max(1, width)) * durationS)) {
            setLoop({ name: '', fromS, toS });
            show(fromS);
          } else goTo(from);
        }}
      >
        <svg width={width} height={height} className="block" aria-hidden>
          {loop && (
            <rect
              x={(loop.fromS / durationS) * width}
              width={((loop.toS - loop.fromS) / durationS) * width}
              height={height}
              className="fill-margin stroke-ink1"
            />
          )}
          {peaks && width > 0 && (
            <WaveShape
              peaks={peaks}
              fromS={0}
              toS={durationS}
              x={0}
              width={width}
              y={2}
              height={height - 4}
            />
          )}
        </svg>
        <Playhead xOf={(atS) => (atS / durationS) * width} height={height} />
      </div>
      <div className="narrow text-label relative h-5 border-t-[1.5px] border-ink1 text-ink1-80" aria-hidden>
        {ticksOf(durationS).map((atS) => (
          <span
            key={atS}
            className="absolute -translate-x-1/2 first:translate-x-0"
            style={{ left: left(atS) }}
          >
            {clock(atS)}
          </span>
        ))}
        {working?.kind === 'working' && (
          <span
            className="absolute inset-y-0 left-0 -top-[3px] h-[3px] bg-ink1"
            style={{ width: `${working.share * 100}%` }}
          />
        )}
      </div>
      {listening.marks.length > 0 && (
        <ul aria-label="Marks" className="narrow text-label flex flex-wrap gap-x-4">
          {listening.marks.map(({ id, atS, words }) => (
            <li key={id}>
              <button
                type="button"
                className="flex min-h-6 items-center gap-1 hover:underline"
                onClick={() => goTo(atS)}
              >
                <Flag aria-hidden size={12} fill="currentColor" />
                {clock(atS)} <em className="font-serif">{words}</em>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Times that are written under the wave: seven at most. */
function ticksOf(durationS: number): number[] {
  const step = [1, 2, 5, 10, 20, 30, 60, 120, 300, 600].find((each) => durationS / each <= 7) ?? 600;
  return Array.from({ length: Math.floor(durationS / step) + 1 }, (_, index) => index * step);
}
