import type { BandPeaks, Heard } from '@jocund/core/listening';
import { useEffect, useState } from 'react';
import type { RecordedSound } from '../../sound/recorder.ts';
import { useWork } from '../../work/use-work.ts';

export type HeardState =
  | { readonly kind: 'none' }
  | { readonly kind: 'working'; readonly share: number; readonly cancel: () => void }
  | { readonly kind: 'stopped'; readonly again: () => void }
  | { readonly kind: 'done'; readonly heard: Heard };

/** The split is settled so long before the waveform is drawn anew, in milliseconds. */
const settledMs = 300;

/** The waveform of a recording, bass and treble apart; the one before while another is made. */
export function usePeaks(sound: RecordedSound | undefined, splitHz: number): BandPeaks | undefined {
  const { start } = useWork('bandPeaks');
  const [made, setMade] = useState<{ readonly of: RecordedSound; readonly peaks: BandPeaks } | undefined>();
  const hasMade = made !== undefined && made.of === sound;
  useEffect(() => {
    if (!sound) return undefined;
    const timer = window.setTimeout(
      () => start({ ...sound, splitHz }, (peaks) => setMade({ of: sound, peaks })),
      hasMade ? settledMs : 0,
    );
    return () => window.clearTimeout(timer);
    // Only another sound or split makes it anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sound, splitHz, start]);
  return made?.of === sound ? made?.peaks : undefined;
}

/** What can be told of a recording without the music; begun when it is there, and cancelled if wanted. */
export function useHeard(sound: RecordedSound | undefined): HeardState {
  const { state, start, cancel } = useWork('hearRecording');
  const [told, setTold] = useState<{ readonly of: RecordedSound; readonly heard: Heard } | undefined>();
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (sound) start(sound, (heard) => setTold({ of: sound, heard }));
  }, [sound, start, tries]);
  if (!sound) return { kind: 'none' };
  if (told?.of === sound) return { kind: 'done', heard: told.heard };
  if (state.kind === 'working') return { kind: 'working', share: state.share, cancel };
  return { kind: 'stopped', again: () => setTries((before) => before + 1) };
}
