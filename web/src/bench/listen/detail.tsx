import { numberOfBar } from '@jocund/core/score';
import { useEffect, useRef } from 'react';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';
import { useWidth } from '../use-width.ts';
import { BeatRow } from './beat-row.tsx';
import { FoundTab, foundHeight } from './found-tab.tsx';
import { InTheScore } from './in-the-score.tsx';
import { useListen } from './listen-context.tsx';
import { fineClock } from './time-words.ts';
import { useGuessActs, useGuessKeys } from './use-guess-keys.ts';
import { Playhead } from './playhead.tsx';
import { tenth, usePlace } from './use-place.ts';
import { WaveShape } from './wave-shape.tsx';

const waveHeight = 92;
/** Of the row of beats above the wave. */
const beatsHeight = 32;
/** Room for the names of the strings before the first beat, and after the last, in px. */
const pad = { left: 72, right: 26 };

/** Two bars of the recording: beats, wave and what was found, on one time axis. */
export function Detail({ durationS }: { durationS: number }) {
  const { score } = useBench();
  const { peaks, view, viewBar, bars, show, guesses, chosen, setLoop, playing } = useListen();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const acts = useGuessActs();
  const onKeyDown = useGuessKeys(acts);
  const placeS = usePlace(tenth);
  const seconds = view.toS - view.fromS;
  const inner = Math.max(1, width - pad.left - pad.right);
  const xOf = (atS: number) => pad.left + ((atS - view.fromS) / seconds) * inner;
  useEffect(() => {
    if (playing === 'playing' && (placeS < view.fromS || placeS >= view.toS)) show(placeS);
  }, [playing, placeS, view.fromS, view.toS, show]);
  const name =
    viewBar === undefined
      ? 'No bars counted here'
      : `Bars ${[viewBar, viewBar + 1].map((bar) => numberOfBar(score, bars.writtenOf(bar))).join(' and ')}`;
  return (
    <section aria-label="Two bars" className="mx-4.5 mt-2 border-t-[1.5px] border-ink1 pt-2">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 className="text-lg">
          {name}{' '}
          <span className="narrow text-note font-sans font-normal text-ink1-80">
            {fineClock(view.fromS)} to {fineClock(Math.min(view.toS, durationS))}
          </span>
        </h2>
        <div className="flex gap-3">
          <Button
            look="plain"
            disabled={view.fromS <= 0}
            onClick={() => show(Math.max(0, view.fromS - seconds / 2))}
          >
            Earlier
          </Button>
          <Button
            look="plain"
            disabled={view.toS >= durationS}
            onClick={() => show(view.fromS + seconds / 2 + 0.01)}
          >
            Later
          </Button>
          <Button
            look="plain"
            onClick={() =>
              setLoop({ name, fromS: Math.max(0, view.fromS), toS: Math.min(durationS, view.toS) })
            }
          >
            Loop these
          </Button>
        </div>
      </div>
      <div ref={box} className="relative">
        {width > 0 && (
          <>
            <BeatRow xOf={xOf} secondsPerPx={seconds / inner} />
            <svg width={width} height={waveHeight} className="block" aria-hidden>
              {peaks && (
                <WaveShape
                  peaks={peaks}
                  fromS={view.fromS}
                  toS={view.toS}
                  x={pad.left}
                  width={inner}
                  y={2}
                  height={waveHeight - 4}
                />
              )}
              <text x={0} y={26} className="fill-ink2 text-[13px] font-semibold">
                treble
              </text>
              <text x={0} y={waveHeight - 18} className="fill-ink1 text-[13px] font-semibold">
                bass
              </text>
            </svg>
            <div
              role="application"
              tabIndex={0}
              aria-label="Notes found. Arrows go from note to note, Enter takes, Backspace refuses, M another string, L loops it."
              aria-describedby="guess-words"
              className="outline-offset-2"
              onKeyDown={onKeyDown}
              data-testid="found"
            >
              <FoundTab width={width} xOf={xOf} />
            </div>
            <Playhead
              xOf={(atS) => (atS >= view.fromS && atS <= view.toS ? xOf(atS) : undefined)}
              top={beatsHeight}
              height={waveHeight + foundHeight}
            />
          </>
        )}
        <p id="guess-words" className="sr-only" aria-live="polite">
          {chosen &&
            `Bar ${numberOfBar(score, chosen.written)}, string ${chosen.note.string}, fret ${chosen.note.fret}, ${chosen.standing === 'taken' ? 'in the score' : `${Math.round(chosen.heard.sureness * 10)} in 10 sure`}`}
        </p>
      </div>
      <Legend />
      <InTheScore />
      {guesses.problem && (
        <p role="alert" className="text-note mt-1 font-semibold">
          {guesses.problem}
        </p>
      )}
    </section>
  );
}

const Legend = () => (
  <p className="narrow text-note flex flex-wrap items-center gap-x-4 text-ink1-80">
    <span className="flex items-center gap-1">
      <span aria-hidden className="filled size-3 bg-ink1" />
      <span aria-hidden className="filled size-3 rounded-full bg-ink2" /> in the score
    </span>
    <span className="flex items-center gap-1">
      <span aria-hidden className="size-3 border-2 border-ink1" />
      <span aria-hidden className="size-3 rounded-full border-2 border-ink2" /> sure
    </span>
    <span className="flex items-center gap-1">
      <span aria-hidden className="size-3 border-2 border-dashed border-ink1" />
      <span aria-hidden className="size-3 rounded-full border-2 border-dashed border-ink2" /> guess: a dash
      for each tenth it is sure
    </span>
    <span>a band: how long it was heard</span>
  </p>
);
