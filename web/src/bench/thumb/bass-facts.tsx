import { bassDensity, bassLine, solvedStrokes, withBassEnding } from '@jocund/core/thumb';
import { numberOfBar, beatAt } from '@jocund/core/score';
import { useSyncExternalStore } from 'react';
import { Button } from '../../ui/button.tsx';
import { useNames } from '../../ui/use-names.ts';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';

const decimal = (value: number): string => String(Math.round(value * 100) / 100);

/** How busy the thumb is: strokes a beat, bar by bar, the busiest bar in strokes a second. */
export function DensityMeter() {
  const { score, cursor, setCursor } = useBench();
  const { perBeat, mean, busiestPerSecond } = bassDensity(score);
  const highest = Math.max(1, ...perBeat);
  return (
    <MarginPart title="Density" note={`${decimal(mean)} ${mean === 1 ? 'stroke' : 'strokes'} a beat`}>
      <svg
        viewBox={`0 0 ${perBeat.length * 12} 42`}
        preserveAspectRatio="none"
        width="100%"
        height="42"
        role="img"
        aria-label={`Strokes a beat by bar: ${perBeat.map(decimal).join(', ')}`}
        onClick={({ currentTarget, clientX }) => {
          const { left, width } = currentTarget.getBoundingClientRect();
          const bar = Math.floor(((clientX - left) / width) * perBeat.length);
          setCursor({ ...cursor, bar: Math.min(perBeat.length - 1, Math.max(0, bar)), tick: 0 });
        }}
      >
        {perBeat.map((each, bar) => (
          <rect
            key={bar}
            x={bar * 12 + 1.5}
            width="9"
            y={40 - (each / highest) * 38}
            height={(each / highest) * 38}
            fill={bar === cursor.bar ? 'var(--color-ink1)' : 'var(--color-ink1-65)'}
          />
        ))}
        <line x1="0" x2={perBeat.length * 12} y1="40.5" y2="40.5" stroke="var(--color-ink1)" />
      </svg>
      <p className="text-note pt-1">
        Busiest bar: <span className="figure">{decimal(busiestPerSecond)}</span> strokes a second at ♩{' '}
        {score.tempoBpm}. Delete on the score leaves a stroke out.
      </p>
    </MarginPart>
  );
}

/** The bass of the bar under the cursor alone: damped, ringing, or as it is written, one after the other. */
export function HearBass() {
  const { score, cursor, player } = useBench();
  const { status } = useSyncExternalStore(player.subscribe, player.getState);
  const bar = Math.min(cursor.bar, score.bars.length - 1);
  const hear = (version: typeof score) =>
    void player.play({
      score: version,
      feel: { tempoBpm: score.tempoBpm, swingPercent: score.swingPercent },
      fromBar: bar,
      loop: { fromBar: bar, toBar: bar },
      countsIn: false,
      voices: { thumb: true, melody: false, click: false },
    });
  return (
    <MarginPart title="Hear the bass alone" note={`bar ${numberOfBar(score, bar)}, round and round`}>
      <p className="grid grid-cols-3 gap-1.5">
        <Button className="text-note px-1" onClick={() => hear(score)}>
          as written
        </Button>
        <Button className="text-note px-1" onClick={() => hear(withBassEnding(score, 'palm-damped'))}>
          damped
        </Button>
        <Button className="text-note px-1" onClick={() => hear(withBassEnding(score, 'let-ring'))}>
          ringing
        </Button>
      </p>
      {status !== 'idle' && (
        <Button look="solid" className="mt-2" onClick={() => player.stop()}>
          Stop
        </Button>
      )}
    </MarginPart>
  );
}

/** The bar's bass line as notes and as words, and what could not be played as its pattern wants it. */
export function BassWords() {
  const { score, cursor } = useBench();
  const shown = useNames();
  const line = bassLine(score).filter(({ bar }) => bar === numberOfBar(score, cursor.bar));
  const solved = solvedStrokes(score);
  return (
    <MarginPart title="Bass line" note={`bar ${numberOfBar(score, cursor.bar)}`}>
      {line.length === 0 ? (
        <p className="text-note">The thumb rests in this bar.</p>
      ) : (
        <ol className="text-note">
          {line.map(({ beat, pitch, words, string }) => (
            <li key={`${beat} ${string}`} className="flex gap-2 border-b border-ink1-40 py-1 last:border-b-0">
              <span className="narrow w-9 flex-none text-ink1-80">{decimal(beat)}</span>
              <span className="figure w-9 flex-none">{shown(pitch.replace(/\d$/, ''))}</span>
              <span>{words.replace(/^[A-G][#b]*\d, /, '')}</span>
            </li>
          ))}
        </ol>
      )}
      {solved.length > 0 && (
        <details className="pt-2">
          <summary className="text-note">
            {counted(solved.length, 'stroke')} solved otherwise in the piece
          </summary>
          <ul className="text-note">
            {solved.slice(0, 40).map(({ bar, tick, string, why }) => (
              <li key={`${bar} ${tick} ${string ?? ''} ${why}`}>
                bar {numberOfBar(score, bar)}, beat{' '}
                {decimal(beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, tick))}:{' '}
                {string === undefined ? why : `string ${string}, ${why}`}
              </li>
            ))}
          </ul>
        </details>
      )}
    </MarginPart>
  );
}
