import { writeMidi as writeBytes, type MidiEvent } from 'midi-file';
import type { HeardNote } from '../../listening/index.ts';

/** A fine grid: a tick is about half a millisecond. */
const ticksPerBeat = 960;
const microsecondsPerBeat = 500_000;

/** Program 26 of General MIDI, counted from 1: acoustic guitar, steel strings. */
const steelGuitar = 25;

/** Writes a take as it was played: one track, format 0, at 120 beats a minute that mean nothing but seconds. */
export function writeMidiTake(notes: readonly HeardNote[], program = steelGuitar): Uint8Array {
  const ticks = (seconds: number) => Math.round((seconds * 1e6 * ticksPerBeat) / microsecondsPerBeat);
  const timed = notes
    .flatMap(({ startS, endS, midi, velocity }) => {
      const at = ticks(startS);
      const until = Math.max(at + 1, ticks(endS ?? startS + 0.2));
      return [
        { at, order: 1, noteNumber: midi, type: 'noteOn' as const, velocity: velocity ?? 80 },
        { at: until, order: 0, noteNumber: midi, type: 'noteOff' as const, velocity: 0 },
      ];
    })
    .sort((a, b) => a.at - b.at || a.order - b.order);
  let now = 0;
  const track: MidiEvent[] = timed.map(({ at, type, noteNumber, velocity }) => {
    const deltaTime = at - now;
    now = at;
    return { deltaTime, type, channel: 0, noteNumber, velocity };
  });
  return Uint8Array.from(
    writeBytes({
      header: { format: 0, numTracks: 1, ticksPerBeat },
      tracks: [
        [
          { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat },
          { deltaTime: 0, type: 'programChange', channel: 0, programNumber: program },
          ...track,
          { deltaTime: 0, meta: true, type: 'endOfTrack' },
        ],
      ],
    }),
  );
}
