import type { Score } from '@jocund/core/score';
import { onBeats, type Beats } from '@jocund/core/transcription';
import { useRef } from 'react';
import type { RecordedSound } from '../../sound/recorder.ts';
import { useWork } from '../../work/use-work.ts';

/** Something to play, with when it is struck. */
interface Written {
  readonly sound: RecordedSound;
  readonly struckS: readonly number[];
}

export interface WrittenSound {
  readonly isMaking: boolean;
  /** `take` is given the sound when it is there, unless it is given up before. */
  readonly make: (take: (written: Written) => void) => void;
  readonly giveUp: () => void;
}

/** The score as it sounds in the recording's time, made when it is first asked for and kept until score or beats change. */
export function useWrittenSound(
  score: Score,
  counted: Beats | undefined,
  like: RecordedSound | undefined,
  durationS: number,
): WrittenSound {
  const { state, start, cancel } = useWork('soundOnBeats');
  const kept = useRef<(Written & { readonly score: Score; readonly counted: Beats }) | undefined>(undefined);
  return {
    isMaking: state.kind === 'working',
    giveUp: cancel,
    make: (take) => {
      if (!like || !counted) return;
      const known = kept.current;
      if (known?.score === score && known.counted === counted) {
        take(known);
        return;
      }
      const { sampleRate } = like;
      start({ score, beats: counted, durationS, sampleRate }, (channels) => {
        const times = onBeats(score, counted, durationS).events.map(({ startS }) => startS);
        const struckS = [...new Set(times)].sort((a, b) => a - b);
        kept.current = { sound: { channels, sampleRate }, struckS, score, counted };
        take(kept.current);
      });
    },
  };
}
