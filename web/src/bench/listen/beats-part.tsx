import { isCompound } from '@jocund/core/score';
import { halfAsFast, tempoOf, twiceAsFast, type Beats } from '@jocund/core/transcription';
import { useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useListen } from './listen-context.tsx';
import { usePlace } from './use-place.ts';

/** Tempo, where bar 1 begins, beats tapped along, and swing. */
export function BeatsPart() {
  const { score, edit } = useBench();
  const { counted, guesses, write, heard, playing, player, view } = useListen();
  const placeS = usePlace();
  const bpm = counted && tempoOf(counted.beats);
  const put = ({ beats, firstBeat }: Beats) =>
    write((before) => ({ ...before, beats: [...beats], firstBeat }));
  const isHeard = heard.kind === 'done';
  const nearest = counted && nearestBeat(counted.beats, playing === 'playing' ? placeS : view.fromS);
  const perBeat = isCompound(score.bars[0]?.metre ?? { beats: 4, unit: 4 }) ? 1.5 : 1;
  const written = bpm && Math.round(bpm * perBeat);
  const swing = guesses.swingPercent;
  return (
    <MarginPart title="Beats" note={bpm ? `♩ ${Math.round(bpm)}` : undefined}>
      {!counted && isHeard && (
        <p className="text-note">No steady beat was heard. Play the recording and tap along.</p>
      )}
      {counted && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => put(halfAsFast(counted))}>Half as fast</Button>
          <Button onClick={() => put(twiceAsFast(counted))}>Twice as fast</Button>
        </div>
      )}
      <TapBeats
        isOn={playing === 'playing'}
        placeOf={() => player.placeS()}
        onDone={(beats) => put({ beats, firstBeat: 0 })}
      />
      {counted && (
        <div className="mt-2 flex flex-wrap gap-x-4">
          <Button
            look="plain"
            disabled={nearest === undefined}
            onClick={() =>
              nearest !== undefined &&
              write((before) => ({ ...before, firstBeat: barBefore(before, nearest) }))
            }
          >
            Bar 1 begins {playing === 'playing' ? 'now' : 'at what is shown'}
          </Button>
          <Button
            look="plain"
            onClick={() => write((before) => ({ ...before, firstBeat: before.firstBeat + 1 }))}
          >
            Bar 1 a beat later
          </Button>
          <Button
            look="plain"
            disabled={counted.firstBeat === 0}
            onClick={() => write((before) => ({ ...before, firstBeat: Math.max(0, before.firstBeat - 1) }))}
          >
            a beat earlier
          </Button>
        </div>
      )}
      {counted && (
        <p className="text-note mt-2">
          {swing === undefined
            ? 'Off-beats straight, or too few to tell. '
            : `Off-beats swung: ${Math.round(swing)} %. `}
          {written !== undefined &&
            (score.tempoBpm !== written ||
              (swing !== undefined && Math.abs(score.swingPercent - swing) > 1)) && (
              <Button
                look="plain"
                onClick={() =>
                  edit((before) => ({
                    ...before,
                    tempoBpm: Math.min(300, Math.max(20, written)),
                    ...(swing === undefined ? {} : { swingPercent: Math.round(swing) }),
                  }))
                }
              >
                Write ♩ {written}
                {swing === undefined ? '' : ` and ${Math.round(swing)} %`}
              </Button>
            )}
        </p>
      )}
    </MarginPart>
  );
}

const nearestBeat = (beats: readonly number[], atS: number): number =>
  beats.reduce(
    (best, beat, index) => (Math.abs(beat - atS) < Math.abs((beats[best] ?? 0) - atS) ? index : best),
    0,
  );

const barBefore = (_: unknown, beat: number): number => beat;

const fewestTaps = 4;

/** Beats tapped while the recording plays; the key B or the button. */
function TapBeats({
  isOn,
  placeOf,
  onDone,
}: {
  readonly isOn: boolean;
  readonly placeOf: () => number;
  readonly onDone: (beats: readonly number[]) => void;
}) {
  const taps = useRef<number[]>([]);
  const [count, setCount] = useState(0);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <Button
        disabled={!isOn}
        title="Play the recording, then press on each beat"
        onClick={() => {
          const atS = placeOf();
          // Gone back in the recording: a new count.
          taps.current = [...taps.current.filter((each) => each < atS - 0.15), atS];
          setCount(taps.current.length);
        }}
      >
        Tap the beat
      </Button>
      {count > 0 && (
        <>
          <span className="text-note">{count} tapped</span>
          <Button
            look="plain"
            disabled={count < fewestTaps}
            onClick={() => {
              onDone(taps.current);
              taps.current = [];
              setCount(0);
            }}
          >
            Use them
          </Button>
        </>
      )}
    </div>
  );
}
