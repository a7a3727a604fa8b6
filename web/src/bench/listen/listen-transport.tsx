import { stretchSpeeds } from '@jocund/core/listening';
import { Pause, Play } from 'lucide-react';
import type { ReactNode } from 'react';
import type { HeardBand, HeardSide } from '../../sound/slow-player.ts';
import { isTyping } from '../../ui/text-fields.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';
import { useTakenKeys } from '../transport/use-taken-keys.ts';
import { useListen } from './listen-context.tsx';
import { fineClock } from './time-words.ts';
import { tenth, usePlace } from './use-place.ts';

const bands: readonly { readonly band: HeardBand; readonly words: string }[] = [
  { band: 'bass', words: 'Bass alone' },
  { band: 'treble', words: 'Treble alone' },
];
const sides: readonly { readonly side: HeardSide; readonly words: string }[] = [
  { side: 'both', words: 'both sides' },
  { side: 'left', words: 'left' },
  { side: 'right', words: 'right' },
  { side: 'middle', words: 'middle' },
  { side: 'side', words: 'what differs' },
];
const split = { lowest: 100, highest: 500, step: 20 } as const;
const speedStep = 0.05;

/** The foot of Listen: play, place, loop, speed at the same pitch, bass or treble alone, side, and pitch. */
export function ListenTransport() {
  const {
    sound,
    playing,
    play,
    stop,
    loop,
    setLoop,
    speed,
    setSpeed,
    cents,
    setCents,
    through,
    setThrough,
    counted,
    hearsScore,
    setHearsScore,
    isMakingScore,
  } = useListen();
  const placeS = usePlace(tenth);
  const isOff = sound.kind !== 'ready';
  const isPlaying = playing === 'playing' || playing === 'making' || isMakingScore;
  const toggle = () => (isPlaying ? stop() : play());
  const isTakenBy = useTakenKeys();
  usePlainKey((event) => {
    if (isOff || (event.key === ' ' ? isTakenBy(event.target) : isTyping(event.target))) return;
    if (event.key === ' ') toggle();
    else if (event.key === 'a' && counted) setHearsScore(!hearsScore);
    else return;
    event.preventDefault();
  });
  const isStereo = sound.kind === 'ready' && sound.sound.channels.length > 1;
  return (
    <footer
      aria-label="Playing"
      className="on-ink flex min-h-13.5 flex-none flex-wrap items-center gap-x-4 gap-y-2 bg-ink1 px-4.5 py-2 text-paper print:hidden"
    >
      <button
        type="button"
        disabled={isOff}
        aria-label={isPlaying ? 'Stop' : 'Play'}
        className={`flex size-9.5 items-center justify-center text-ink1 disabled:opacity-50 ${isPlaying ? 'bg-brass' : 'bg-paper hover:bg-ink1-12'}`}
        onClick={toggle}
      >
        {isPlaying ? (
          <Pause aria-hidden size={22} fill="currentColor" />
        ) : (
          <Play aria-hidden size={22} fill="currentColor" />
        )}
      </button>
      <p className="narrow min-w-24 whitespace-nowrap">
        at <span className="figure text-xl">{fineClock(placeS)}</span>
      </p>
      {loop && (
        <button
          type="button"
          className="narrow h-9 max-w-48 overflow-hidden border border-paper px-2 text-ellipsis whitespace-nowrap hover:bg-ink1-80"
          title="Let the loop go"
          onClick={() => setLoop(undefined)}
        >
          loop {loop.name || `${fineClock(loop.fromS)}–${fineClock(loop.toS)}`} ✕
        </button>
      )}
      <Steps
        label="Speed"
        words={`${Math.round(speed * 100)} %`}
        note="same pitch"
        less={() => setSpeed(bounded(speed - speedStep, stretchSpeeds.slowest, stretchSpeeds.fastest))}
        more={() => setSpeed(bounded(speed + speedStep, stretchSpeeds.slowest, stretchSpeeds.fastest))}
      />
      <div role="group" aria-label="Heard" className="flex">
        {bands.map(({ band, words }) => (
          <button
            key={band}
            type="button"
            aria-pressed={through.band === band}
            className={`narrow flex h-9 items-center gap-1.5 border border-paper px-2 font-semibold ${through.band === band ? 'bg-paper text-ink1' : 'hover:bg-ink1-80'}`}
            onClick={() => setThrough({ ...through, band: through.band === band ? 'all' : band })}
          >
            <span
              aria-hidden
              className={
                band === 'bass'
                  ? 'size-2.5 border border-current bg-current'
                  : 'size-3 rounded-full border-2 border-current'
              }
            />
            {words}
          </button>
        ))}
        <Steps
          label="Split between bass and treble"
          words={`${through.splitHz} Hz`}
          less={() =>
            setThrough({
              ...through,
              splitHz: bounded(through.splitHz - split.step, split.lowest, split.highest),
            })
          }
          more={() =>
            setThrough({
              ...through,
              splitHz: bounded(through.splitHz + split.step, split.lowest, split.highest),
            })
          }
        />
      </div>
      <button
        type="button"
        aria-pressed={hearsScore}
        aria-keyshortcuts="a"
        title="The recording, or the score in its time: A"
        disabled={isOff || !counted}
        className={`narrow flex h-9 items-center border border-paper px-2 font-semibold disabled:opacity-50 ${hearsScore ? 'bg-brass text-ink1' : 'hover:bg-ink1-80'}`}
        onClick={() => setHearsScore(!hearsScore)}
      >
        {isMakingScore ? 'making it …' : 'As written'}
      </button>
      {isStereo && !hearsScore && (
        <select
          aria-label="Side heard"
          className="narrow h-9 border border-paper bg-ink1 px-2"
          value={through.side}
          onChange={({ target }) => {
            const chosen = sides.find(({ side }) => side === target.value);
            if (chosen) setThrough({ ...through, side: chosen.side });
          }}
        >
          {sides.map(({ side, words }) => (
            <option key={side} value={side}>
              {words}
            </option>
          ))}
        </select>
      )}
      <Steps
        label="Pitch"
        words={`${cents > 0 ? '+' : cents < 0 ? '−' : ''}${Math.abs(cents)} ¢`}
        note="same tempo"
        less={() => setCents(bounded(cents - 1, -600, 600))}
        more={() => setCents(bounded(cents + 1, -600, 600))}
      />
      {playing === 'failed' && (
        <p role="alert" className="w-full font-semibold">
          The sound could not be made. Press play again.
        </p>
      )}
    </footer>
  );
}

const bounded = (value: number, low: number, high: number): number =>
  Math.round(Math.min(high, Math.max(low, value)) * 100) / 100;

interface StepsProps {
  readonly label: string;
  readonly words: string;
  readonly note?: ReactNode;
  readonly less: () => void;
  readonly more: () => void;
}

const Steps = ({ label, words, note, less, more }: StepsProps) => {
  const button = 'flex h-9 w-8 items-center justify-center border border-ink1-65 text-lg hover:bg-ink1-80';
  return (
    <div role="group" aria-label={label} className="flex items-center">
      <button type="button" className={button} aria-label={`${label}: less`} onClick={less}>
        −
      </button>
      <span
        className="figure flex h-9 min-w-16 items-center justify-center border-y border-ink1-65 px-1.5"
        aria-live="polite"
      >
        {words}
      </span>
      <button type="button" className={button} aria-label={`${label}: more`} onClick={more}>
        +
      </button>
      {note && (
        <span className="narrow text-label ml-1.5 hidden max-w-12 leading-tight 2xl:inline">{note}</span>
      )}
    </div>
  );
};
