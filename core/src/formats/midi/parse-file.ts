import { parseMidi, type MidiData, type MidiEvent } from 'midi-file';
import { fail, ok, type Result } from '../../fault/index.ts';
import { ticksPerQuarter } from '../../score/index.ts';

/** An event in ticks of 960 a quarter from the start. */
export interface Timed {
  readonly at: number;
  readonly event: MidiEvent;
}

const largestBytes = 2 * 1024 * 1024;

/** The tracks of a Standard MIDI File, each in order of time; a fault for what is none, or counts in film frames. */
export function parseFile(bytes: Uint8Array): Result<Timed[][]> {
  if (bytes.length > largestBytes) return fail('The MIDI file is larger than 2 MB', 'Choose a single piece');
  const data = parse(bytes);
  if (!data.ok) return data;
  const { ticksPerBeat } = data.value.header;
  if (!ticksPerBeat)
    return fail(
      'The MIDI file counts time in film frames, not in beats',
      'Save it with ticks per quarter note',
    );
  const scale = ticksPerQuarter / ticksPerBeat;
  return ok(data.value.tracks.map((events) => withTicks(events, scale)));
}

function parse(bytes: Uint8Array): Result<MidiData> {
  try {
    return ok(parseMidi(bytes));
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return fail(`The MIDI file cannot be read: ${reason}`, 'Save it again, or choose another');
  }
}

function withTicks(events: readonly MidiEvent[], scale: number): Timed[] {
  let now = 0;
  return events.map((event) => {
    now += event.deltaTime;
    return { at: now * scale, event };
  });
}
