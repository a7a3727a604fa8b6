import type { Result } from '@jocund/core/fault';
import type {
  BandPeaks,
  Heard,
  HeardNote,
  Recording,
  Reference,
  ReturnDelay,
  SoundSlice,
  StretchCarry,
  StretchedPiece,
  StretchPlan,
} from '@jocund/core/listening';
import type { Score } from '@jocund/core/score';
import type { Beats, Guesses, GuessSettings } from '@jocund/core/transcription';

export interface HeardNotes {
  /** In order. */
  readonly notes: readonly HeardNote[];
  /** Whether the trained model heard them; else they were told by their partials alone, far less surely. */
  readonly isTrained: boolean;
}

/** What the page may ask of recordings. */
export interface EarTasks {
  /** How loud bass and treble of a recording are, drawn as its waveform. */
  readonly bandPeaks: {
    readonly input: Recording & { readonly splitHz: number };
    readonly output: BandPeaks;
  };
  /** Pitch, strokes, tempo, beats and swing of a recording. */
  readonly hearRecording: {
    readonly input: Recording;
    readonly output: Heard;
  };
  /** Makes the trained ear ready before there is something to hear; whether there is one. */
  readonly openEar: {
    readonly input: Readonly<Record<string, never>>;
    readonly output: boolean;
  };
  /** The likely notes of a recording, by the trained model where the browser can run it. */
  readonly hearNotes: {
    readonly input: { readonly recording: Recording; readonly heard: Heard };
    readonly output: HeardNotes;
  };
  /** Heard notes laid on beats, hands and strings. */
  readonly guessNotes: {
    readonly input: GuessSettings & { readonly notes: readonly HeardNote[] };
    readonly output: Result<Guesses>;
  };
  /** A piece of a recording at another speed or pitch. */
  readonly stretchSound: {
    readonly input: {
      readonly slice: SoundSlice;
      readonly plan: StretchPlan;
      readonly fromFrame: number;
      readonly frames: number;
      readonly carry: StretchCarry | undefined;
    };
    readonly output: StretchedPiece;
  };
  /** A score in the time of a recording, so that both can be heard against each other. */
  readonly soundOnBeats: {
    readonly input: {
      readonly score: Score;
      readonly beats: Beats;
      readonly durationS: number;
      readonly sampleRate: number;
    };
    readonly output: readonly Float32Array<ArrayBuffer>[];
  };
  /** How late this machine hears its own clicks, or the claps with them. */
  readonly returnDelay: {
    readonly input: { readonly recording: Recording; readonly clicksS: readonly number[] };
    readonly output: Result<ReturnDelay>;
  };
  /** A recording whose pitch drifts, at one pitch from end to end: a WAV file. */
  readonly evenOut: {
    readonly input: { readonly recording: Recording; readonly reference: Reference };
    readonly output: Uint8Array<ArrayBuffer>;
  };
  /** A score as an old machine would have recorded it: a WAV file. */
  readonly simulateRecording: {
    readonly input: { readonly score: Score };
    readonly output: Uint8Array<ArrayBuffer>;
  };
}
