import type { Midi } from '../pitch/index.ts';

/** What a trained model hears in a recording, frame by frame: how likely each pitch is being struck, and how likely it sounds, 0 to 1. */
export interface Activations {
  /** When each frame is, in seconds; rising. */
  readonly timesS: Float64Array;
  /** The lowest pitch, and how many there are from it up by half steps. */
  readonly lowest: Midi;
  readonly pitches: number;
  /** Frame after frame, each from the lowest pitch up. */
  readonly struck: Float32Array;
  readonly sounding: Float32Array;
}

/** Listens to samples of one channel at the listening rate, in steps (yields the share done). */
export type NoteListener = (samples: Float32Array) => Generator<number, Activations>;
