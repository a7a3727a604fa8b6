import type { HeardNote } from '../../listening/index.ts';
import { pairedNotes, type KeyMove } from './paired-notes.ts';

/** What an instrument sends while it is played, and when, in seconds. */
export interface LiveMessage {
  readonly atS: number;
  readonly bytes: ArrayLike<number>;
}

const [noteOff, noteOn] = [0x80, 0x90];

/** The key that a message moves; undefined for all others (MIDI 1.0, channel voice messages). */
export function keyMoveOf({ atS, bytes }: LiveMessage): KeyMove | undefined {
  const [status = 0, midi, velocity] = Array.from(bytes);
  const kind = status & 0xf0;
  if ((kind !== noteOn && kind !== noteOff) || midi === undefined || velocity === undefined) return undefined;
  if (midi > 127 || velocity > 127) return undefined;
  return { atS, channel: status & 0x0f, midi, velocity: kind === noteOn ? velocity : 0 };
}

/** The notes of what an instrument sent, in order; a guitar may send each string on a channel of its own. `endS`: when it was stopped. */
export const liveTake = (messages: readonly LiveMessage[], endS: number): HeardNote[] =>
  pairedNotes(
    messages.flatMap((message) => keyMoveOf(message) ?? []),
    endS,
  ).sort((a, b) => a.startS - b.startS || a.midi - b.midi);
