import type { BandPeaks, Heard } from '@jocund/core/listening';
import { useEffect, useState } from 'react';
import type { RecordedSound } from '../../sound/recorder.ts';
import type { HeardNotes } from '../../work/ear-messages.ts';
import { openEar } from '../../work/open-ear.ts';
import { useWork } from '../../work/use-work.ts';

type Told<Answer> =
  | { readonly kind: 'none' }
  | { readonly kind: 'working'; readonly share: number; readonly cancel: () => void }
  | { readonly kind: 'stopped'; readonly again: () => void }
  | ({ readonly kind: 'done' } & Answer);

/** Pitch, tempo and beats: there within seconds. */
export type HeardState = Told<{ readonly heard: Heard }>;
/** The notes: they take about a third of the recording's own time. */
export type NotesState = Told<HeardNotes>;

/** The split is settled so long before the waveform is drawn anew, in milliseconds. */
const settledMs = 300;

interface Drawn {
  readonly splitHz: number;
  readonly peaks: BandPeaks;
}

/** What was found of a sound stays as long as the sound itself: a stage come back to shows it at once. */
const drawn = new WeakMap<RecordedSound, Drawn>();
const heardOf = new WeakMap<RecordedSound, Heard>();
const notesOf = new WeakMap<RecordedSound, HeardNotes>();

/** The waveform of a recording, bass and treble apart; the one before while another is made. */
export function usePeaks(sound: RecordedSound | undefined, splitHz: number): BandPeaks | undefined {
  const { start } = useWork('bandPeaks');
  const [, drawAgain] = useState<Drawn | undefined>();
  useEffect(() => {
    const before = sound && drawn.get(sound);
    if (!sound || before?.splitHz === splitHz) return undefined;
    const make = () =>
      start({ ...sound, splitHz }, (peaks) => {
        const made = { splitHz, peaks };
        drawn.set(sound, made);
        drawAgain(made);
      });
    const timer = window.setTimeout(make, before ? settledMs : 0);
    return () => window.clearTimeout(timer);
  }, [sound, splitHz, start]);
  return sound && drawn.get(sound)?.peaks;
}

/** What can be told of a recording without the music; begun when it is there, and cancelled if wanted. */
export function useHeard(sound: RecordedSound | undefined): HeardState {
  const { state, start, cancel } = useWork('hearRecording');
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (!sound || heardOf.has(sound)) return;
    openEar();
    start(sound, (heard) => heardOf.set(sound, heard));
  }, [sound, start, tries]);
  if (!sound) return { kind: 'none' };
  const heard = heardOf.get(sound);
  if (heard) return { kind: 'done', heard };
  if (state.kind === 'working') return { kind: 'working', share: state.share, cancel };
  return { kind: 'stopped', again: () => setTries((before) => before + 1) };
}

/** The notes of a recording, once its strokes are known; begun by itself, and cancelled if wanted. */
export function useHeardNotes(recording: RecordedSound | undefined, heard: Heard | undefined): NotesState {
  const { state, start, cancel } = useWork('hearNotes');
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (recording && heard && !notesOf.has(recording))
      start({ recording, heard }, (notes) => notesOf.set(recording, notes));
  }, [recording, heard, start, tries]);
  if (!recording || !heard) return { kind: 'none' };
  const told = notesOf.get(recording);
  if (told) return { kind: 'done', ...told };
  if (state.kind === 'working') return { kind: 'working', share: state.share, cancel };
  return { kind: 'stopped', again: () => setTries((before) => before + 1) };
}
