import { sectionAt, sectionName } from '@jocund/core/form';
import { isCompound } from '@jocund/core/score';
import { halfAsFast, heardTime, tempoOf, twiceAsFast, type Beats } from '@jocund/core/transcription';
import { useMemo } from 'react';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useListen } from './listen-context.tsx';
import { TapBeats } from './tap-beats.tsx';

/** Tempo, where bar 1 begins, beats tapped along, and swing. */
export function BeatsPart() {
  const { score, edit } = useBench();
  const { counted, guesses, write, heard, playing, player, view } = useListen();
  const bpm = counted && tempoOf(counted.beats);
  const put = ({ beats, firstBeat }: Beats) =>
    write((before) => ({ ...before, beats: [...beats], firstBeat }));
  const beginAt = (firstBeat: number) => write((before) => ({ ...before, firstBeat }));
  const isHeard = heard.kind === 'done';
  const isPlaying = playing === 'playing';
  const perBeat = isCompound(score.bars[0]?.metre ?? { beats: 4, unit: 4 }) ? 1.5 : 1;
  const written = bpm && Math.round(bpm * perBeat);
  const swing = guesses.swingPercent;
  return (
    <MarginPart title="Beats" note={written ? `♩ ${written}` : undefined}>
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
        isOn={isPlaying}
        placeOf={() => player.placeS()}
        onDone={(beats) => put({ beats, firstBeat: 0 })}
      />
      {counted && (
        <div className="mt-2 flex flex-wrap gap-x-4">
          <Button
            look="plain"
            onClick={() => beginAt(nearestBeat(counted.beats, isPlaying ? player.placeS() : view.fromS))}
          >
            Bar 1 begins {isPlaying ? 'now' : 'at what is shown'}
          </Button>
          <Button look="plain" onClick={() => beginAt(counted.firstBeat + 1)}>
            Bar 1 a beat later
          </Button>
          <Button
            look="plain"
            disabled={counted.firstBeat === 0}
            onClick={() => beginAt(counted.firstBeat - 1)}
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
      <HowEven />
    </MarginPart>
  );
}

/** How evenly the thumb strikes, and the swing of each section, as far as sure notes tell. */
function HowEven() {
  const { score } = useBench();
  const { grid, bars, guesses } = useListen();
  const told = useMemo(() => {
    if (!grid) return undefined;
    const partOf = (played: number): string => {
      const section = sectionAt(score, Math.min(bars.writtenOf(played), score.bars.length - 1));
      return section ? sectionName(section, score) : 'The piece';
    };
    return heardTime(guesses.guesses, grid, partOf);
  }, [guesses.guesses, grid, bars, score]);
  if (!told) return null;
  const { thumbSdMs, swings } = told;
  return (
    <div className="text-note mt-2">
      {thumbSdMs !== null && <p>The thumb is even to ±{Math.max(1, Math.round(thumbSdMs))} ms.</p>}
      {swings.length > 1 && (
        <ul aria-label="Swing by section">
          {swings.map(({ part, percent, low, high }) => (
            <li key={part} className="flex justify-between gap-2">
              <span className="min-w-0 truncate">{part}</span>
              <span className="narrow whitespace-nowrap">
                swing {Math.round(percent)} %, half of it {Math.round(low)} to {Math.round(high)}
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const nearestBeat = (beats: readonly number[], atS: number): number =>
  beats.reduce(
    (best, beat, index) => (Math.abs(beat - atS) < Math.abs((beats[best] ?? 0) - atS) ? index : best),
    0,
  );
