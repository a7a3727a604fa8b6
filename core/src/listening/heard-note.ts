import type { Midi } from '../pitch/index.ts';

/** One note of a take. Seconds from the start of the take. */
export interface HeardNote {
  readonly startS: number;
  /** When it stops sounding; null where that cannot be heard. */
  readonly endS: number | null;
  /** The nearest semitone. */
  readonly midi: Midi;
  /** As MIDI counts it, 1 to 127; null where loudness says nothing. */
  readonly velocity: number | null;
  /** How surely it was heard, over 0 to 1; 1 in a MIDI file. */
  readonly sureness: number;
}
