import type { Listening, RecordingSummary } from '@jocund/contract';
import type { BandPeaks } from '@jocund/core/listening';
import {
  beatGrid,
  likelyTunings,
  type BeatGrid,
  type Beats,
  type LikelyTuning,
} from '@jocund/core/transcription';
import { shippedTuningOf, soundingShift, tuningTable } from '@jocund/core/instrument';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { problemOf } from '../../api/problem.ts';
import { useListening, useRecordings } from '../../api/recordings.ts';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';
import { playedBars, type PlayedBars } from './played-bars.ts';
import { useDeskPlayer, type DeskPlayer, type Span } from './use-desk-player.ts';
import { useGuesses, type GuessesState, type ShownGuess } from './use-guesses.ts';
import { useHeard, useHeardNotes, usePeaks, type HeardState, type NotesState } from './use-heard.ts';
import { useWrittenSound } from './use-written-sound.ts';
import { useSound, type SoundState } from './use-sound.ts';

export interface ListenRoom extends DeskPlayer {
  readonly recordings: readonly RecordingSummary[];
  readonly listState: 'loading' | 'failed' | 'ready';
  readonly retryList: () => void;
  readonly renewList: () => Promise<void>;
  readonly dropRecording: (id: string) => void;
  readonly recording: RecordingSummary | undefined;
  readonly choose: (id: string) => void;
  readonly sound: SoundState;
  readonly peaks: BandPeaks | undefined;
  readonly heard: HeardState;
  readonly notes: NotesState;
  readonly listening: Listening;
  readonly write: (change: (before: Listening) => Listening) => void;
  /** As moved or tapped, else as heard; undefined where there are none. */
  readonly counted: Beats | undefined;
  /** Its bars are those of the order played. */
  readonly grid: BeatGrid | undefined;
  readonly bars: PlayedBars;
  /** Tunings the recording may have been played in, the likeliest first. */
  readonly likely: readonly LikelyTuning[];
  /** By how many semitones the recording lies above the piece, where both are in the same tuning. */
  readonly offset: number;
  readonly guesses: GuessesState;
  readonly chosen: ShownGuess | undefined;
  readonly chooseGuess: (key: string | undefined) => void;
  /** What the detail shows, and the first bar of it, where bars are counted. */
  readonly view: Span;
  readonly viewBar: number | undefined;
  readonly show: (atS: number) => void;
}

const ListenContext = createContext<ListenRoom | undefined>(undefined);

export function useListen(): ListenRoom {
  const listen = useContext(ListenContext);
  if (!listen) throw new Error('useListen outside of the stage');
  return listen;
}

const unheard: Listening = { marks: [], loops: [], beats: null, firstBeat: 0, captions: [], refused: [] };
/** Bars in the detail; without bars, seconds. */
const barsInView = 2;
const secondsInView = 5;

/** All that the stage Listen shares: the recording, what is heard in it and written to it, and what plays. The chosen recording stands in the address. */
export function ListenProvider({ children }: { children: ReactNode }) {
  const { arrangementId, score } = useBench();
  const hand = useHand();
  const say = useSay();
  const { read, write: writeAddress } = useAddress();
  const { recordings, state: listState, retry, renew, drop } = useRecordings(arrangementId);
  const failed = useCallback(
    (error: unknown) =>
      say(
        problemOf(
          error,
          'The server cannot be reached: what you write to the recording is sent when it is there again. Leave this page open.',
        ),
      ),
    [say],
  );
  const writeListening = useListening(arrangementId, failed);
  const whole = recordings.filter(({ missing }) => missing.length === 0);
  const recording = whole.find(({ id }) => id === read('recording')) ?? whole.at(-1);
  const listening = recording?.listening ?? unheard;
  const sound = useSound(recording);
  const samples = sound.kind === 'ready' ? sound.sound : undefined;
  const heard = useHeard(samples);
  const told = heard.kind === 'done' ? heard.heard : undefined;
  const notes = useHeardNotes(samples, told);
  const toldNotes = notes.kind === 'done' ? notes.notes : undefined;
  const { beats: moved, firstBeat } = listening;
  const counted = useMemo((): Beats | undefined => {
    const beats = moved ?? told?.pulse?.beats ?? [];
    return beats.length < 2 ? undefined : { beats, firstBeat: Math.min(firstBeat, beats.length - 1) };
  }, [moved, told, firstBeat]);
  const bars = useMemo(() => playedBars(score), [score]);
  const grid = useMemo(() => counted && beatGrid(bars, counted), [bars, counted]);
  const likely = useMemo(() => (toldNotes ? likelyTunings(toldNotes, tuningTable) : []), [toldNotes]);
  const [likeliest] = likely;
  const isSameTuning = likeliest && shippedTuningOf(score.tuning)?.name === likeliest.tuning.name;
  const offset = isSameTuning ? likeliest.shift - soundingShift(score) : 0;
  const guesses = useGuesses(toldNotes, counted, score, hand, listening.refused, offset, bars);
  const [chosenKey, chooseGuess] = useState<string | undefined>();
  const chosen = guesses.guesses.find(({ key }) => key === chosenKey);
  const [viewAtS, setViewAtS] = useState(0);
  const isBefore = grid && viewAtS < grid.timeOf(0, 0) - secondsInView;
  const viewBar = grid && !isBefore ? Math.max(0, grid.lastBarBefore(viewAtS + 0.001)) : undefined;
  const firstSecond = Math.floor(viewAtS / secondsInView) * secondsInView;
  const view =
    grid && viewBar !== undefined
      ? { fromS: grid.timeOf(viewBar, 0), toS: grid.timeOf(viewBar + barsInView, 0) }
      : { fromS: firstSecond, toS: firstSecond + secondsInView };
  const struckS = useMemo(() => told?.onsets.map(({ atS }) => atS) ?? [], [told]);
  const written = useWrittenSound(score, counted, samples, sound.kind === 'ready' ? sound.durationS : 0);
  const desk = useDeskPlayer(samples, struckS, written);
  const peaks = usePeaks(samples, desk.through.splitHz);
  const room: ListenRoom = {
    ...desk,
    recordings,
    listState,
    retryList: retry,
    renewList: renew,
    dropRecording: (id) =>
      drop.mutate(id, {
        onError: (error) =>
          say(problemOf(error, 'The server cannot be reached. The recording is still there.')),
      }),
    recording,
    choose: (id) => {
      writeAddress('recording', id);
      desk.setLoop(undefined);
      chooseGuess(undefined);
      setViewAtS(0);
    },
    sound,
    peaks,
    heard,
    notes,
    listening,
    write: (change) => recording && writeListening(recording.id, change),
    counted,
    grid,
    bars,
    likely,
    offset,
    guesses,
    chosen,
    chooseGuess: (key) => {
      chooseGuess(key);
      const guess = guesses.guesses.find((each) => each.key === key);
      if (guess) setViewAtS(guess.heard.startS);
    },
    view,
    viewBar,
    show: setViewAtS,
  };
  return <ListenContext value={room}>{children}</ListenContext>;
}
