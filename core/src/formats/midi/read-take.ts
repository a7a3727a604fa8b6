import { fail, ok, type Result } from '../../fault/index.ts';
import { ticksPerQuarter } from '../../score/index.ts';
import type { HeardNote } from '../../listening/index.ts';
import { pairedNotes, type KeyMove } from './paired-notes.ts';
import { parseFile, type Timed } from './parse-file.ts';

/** More notes than half an hour of fast playing has. */
const mostNotes = 20_000;
const percussionChannel = 9;
/** Tempo before a file names one (MIDI 1.0). */
const usualMicroseconds = 500_000;

/** Reads what somebody played from a Standard MIDI File, in seconds, nothing set on a grid; drums are left out. */
export function readMidiTake(bytes: Uint8Array): Result<HeardNote[]> {
  const parsed = parseFile(bytes);
  if (!parsed.ok) return parsed;
  const secondsAt = clockOf(parsed.value.flat());
  const notes = parsed.value.flatMap((track) => notesOf(track, secondsAt));
  if (notes.length === 0) return fail('The MIDI file holds no notes', 'Choose the file of a take');
  if (notes.length > mostNotes)
    return fail(`The MIDI file holds ${notes.length} notes`, `Choose a take of at most ${mostNotes} notes`);
  return ok(notes.sort((a, b) => a.startS - b.startS || a.midi - b.midi));
}

/** Seconds at a tick, by all tempos of the file. */
function clockOf(events: readonly Timed[]): (tick: number) => number {
  const tempos = events
    .flatMap(({ at, event }) => (event.type === 'setTempo' ? [{ at, per: event.microsecondsPerBeat }] : []))
    .sort((a, b) => a.at - b.at);
  const marks = [{ at: 0, seconds: 0, per: usualMicroseconds }];
  const length = (ticks: number, per: number) => (ticks / ticksPerQuarter) * (per / 1e6);
  for (const { at, per } of tempos) {
    const before = marks.at(-1);
    if (before) marks.push({ at, per, seconds: before.seconds + length(at - before.at, before.per) });
  }
  return (tick) => {
    const mark = marks.findLast(({ at }) => at <= tick) ?? marks[0];
    return mark ? mark.seconds + length(tick - mark.at, mark.per) : 0;
  };
}

function notesOf(track: readonly Timed[], secondsAt: (tick: number) => number): HeardNote[] {
  const moves = track.flatMap(({ at, event }): KeyMove[] => {
    if (!('channel' in event) || event.channel === percussionChannel) return [];
    if (event.type !== 'noteOn' && event.type !== 'noteOff') return [];
    const { channel, noteNumber: midi, velocity } = event;
    return [{ atS: secondsAt(at), channel, midi, velocity: event.type === 'noteOn' ? velocity : 0 }];
  });
  return pairedNotes(moves, secondsAt(track.at(-1)?.at ?? 0));
}
