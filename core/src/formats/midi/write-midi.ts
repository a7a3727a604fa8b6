import { writeMidi as writeBytes, type MidiEvent } from 'midi-file';
import { keyFifths, transposeKey } from '../../pitch/index.ts';
import { soundingShift } from '../../instrument/index.ts';
import {
  barStarts,
  barTicks,
  heardMidi,
  placedNotes,
  previousOnString,
  soundOf,
  tempoMap,
  ticksPerQuarter,
  unfold,
  type Note,
  type PlacedNote,
  type Score,
  type Voice,
} from '../../score/index.ts';
import { strikeOffsetS, velocitiesOf } from '../../sound/index.ts';
import { bendRangeSemitones, bendsOf } from './bends.ts';
import { toBytes } from './text.ts';

export interface MidiOptions {
  /** Off-beats where swing puts them, or where they are written. */
  readonly swing: 'applied' | 'written';
}

/** Program 26 of General MIDI, counted from 1: acoustic guitar, steel strings. */
const steelGuitar = 25;

/** How long a grace note sounds (from memory). */
const graceMs = 70;

interface TimedEvent {
  readonly at: number;
  /** Among events of one tick: ends before settings before beginnings. */
  readonly order: number;
  readonly event: MidiEvent;
}

/**
 * Writes a score as a Standard MIDI File (MIDI 1.0, format 1, 960 ticks a quarter): a track for tempo, metre, key and sections,
 * one for the melody, one for the thumb. Each string has its own channel, 1 to 6, so that a bend moves no other string.
 * Repeats are written out, ties joined; capo and whole-guitar tuning are heard.
 */
export function writeMidi(written: Score, { swing }: MidiOptions): Uint8Array {
  const { score } = unfold(written);
  const tracks = [conductor(score), voiceTrack(score, 'melody', swing), voiceTrack(score, 'thumb', swing)];
  return Uint8Array.from(
    writeBytes({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: ticksPerQuarter },
      tracks: tracks.map(inDeltas),
    }),
  );
}

function inDeltas(events: readonly TimedEvent[]): MidiEvent[] {
  let now = 0;
  const sorted = [...events].sort((a, b) => a.at - b.at || a.order - b.order);
  const timed = sorted.map(({ at, event }) => {
    const deltaTime = at - now;
    now = at;
    return { ...event, deltaTime };
  });
  return [...timed, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
}

const meta = (at: number, event: object): TimedEvent => ({
  at,
  order: 0,
  event: { deltaTime: 0, meta: true, ...event } as MidiEvent,
});

function conductor(score: Score): TimedEvent[] {
  const starts = barStarts(score);
  const fifths = keyFifths(transposeKey(score.key, soundingShift(score)));
  const events = [
    meta(0, { type: 'trackName', text: toBytes(score.title) }),
    meta(0, { type: 'keySignature', key: fifths, scale: score.key.mode === 'minor' ? 1 : 0 }),
    meta(0, tempoEvent(score.bars[0]?.tempoBpm ?? score.tempoBpm)),
  ];
  score.bars.forEach((bar, index) => {
    const at = starts[index] ?? 0;
    const before = score.bars[index - 1]?.metre;
    if (before?.beats !== bar.metre.beats || before.unit !== bar.metre.unit)
      events.push(
        meta(at, {
          type: 'timeSignature',
          numerator: bar.metre.beats,
          denominator: bar.metre.unit,
          metronome: 24,
          thirtyseconds: 8,
        }),
      );
    if (index > 0 && bar.tempoBpm !== undefined) events.push(meta(at, tempoEvent(bar.tempoBpm)));
    if (bar.section) events.push(meta(at, { type: 'marker', text: toBytes(bar.section.name) }));
  });
  return events;
}

const tempoEvent = (tempoBpm: number): object => ({
  type: 'setTempo',
  microsecondsPerBeat: Math.round(60_000_000 / tempoBpm),
});

function voiceTrack(score: Score, voice: Voice, swing: MidiOptions['swing']): TimedEvent[] {
  const starts = barStarts(score);
  const time = tempoMap(score);
  const velocity = velocitiesOf(score);
  const ticksAt = (bar: number, tick: number): number => {
    const { metre } = score.bars[bar] ?? { metre: { beats: 4, unit: 4 } };
    const length = barTicks(metre);
    const moved = swing === 'applied' ? time.swungTickAt(bar, tick) : tick;
    return (starts[bar] ?? 0) + (tick >= length ? tick : Math.round(moved));
  };
  const notes = placedNotes(score, voice);
  const joined = joinTies(notes, ticksAt);
  const events: TimedEvent[] = [meta(0, { type: 'trackName', text: voice })];
  for (const channel of new Set(notes.map(({ note }) => note.string - 1)))
    events.push(...channelSettings(channel));
  for (const { placed, until } of joined) {
    const { bar, note } = placed;
    const ticksOfMs = (ms: number) =>
      Math.round((ms / 60_000) * (time.bars[bar]?.tempoBpm ?? 100) * ticksPerQuarter);
    const at = Math.max(
      0,
      ticksAt(bar, note.tick) + ticksOfMs(1000 * strikeOffsetS(note, score.bars[bar]?.notes ?? [])),
    );
    const end = Math.max(at + 1, note.grace ? at + ticksOfMs(graceMs) : shortened(note, at, until));
    const heard = heardMidi(score, note);
    const noteNumber = Math.round(heard);
    const channel = note.string - 1;
    events.push(
      {
        at,
        order: 2,
        event: { deltaTime: 0, channel, type: 'noteOn', noteNumber, velocity: velocity(bar, note) },
      },
      { at: end, order: 0, event: { deltaTime: 0, channel, type: 'noteOff', noteNumber, velocity: 0 } },
      ...bendsOf(note, Math.round((heard - noteNumber) * 100), at, end, ticksOfMs).map(
        ({ at: when, value }): TimedEvent => ({
          at: when,
          order: 1,
          event: { deltaTime: 0, channel, type: 'pitchBend', value },
        }),
      ),
    );
  }
  return events;
}

/** Program and bend range (registered parameter 0) of a channel. */
function channelSettings(channel: number): TimedEvent[] {
  const control = (controllerType: number, value: number): TimedEvent => ({
    at: 0,
    order: 0,
    event: { deltaTime: 0, channel, type: 'controller', controllerType, value },
  });
  return [
    { at: 0, order: 0, event: { deltaTime: 0, channel, type: 'programChange', programNumber: steelGuitar } },
    control(101, 0),
    control(100, 0),
    control(6, bendRangeSemitones),
    control(38, 0),
  ];
}

interface Joined {
  readonly placed: PlacedNote;
  until: number;
}

/** Notes with those tied to them as one. */
function joinTies(notes: readonly PlacedNote[], ticksAt: (bar: number, tick: number) => number): Joined[] {
  const previous = previousOnString(notes);
  const heads = new Map<Note, Joined>();
  const joined: Joined[] = [];
  for (const placed of notes) {
    const until = ticksAt(placed.bar, placed.note.tick + placed.note.durationTicks);
    const head = placed.note.tied ? heads.get(previous.get(placed.note)?.note ?? placed.note) : undefined;
    if (head?.placed.note.fret === placed.note.fret) {
      head.until = until;
      heads.set(placed.note, head);
      continue;
    }
    const one = { placed, until };
    joined.push(one);
    heads.set(placed.note, one);
  }
  return joined;
}

/** What is under the palm is heard for half its time (from memory). */
const palmShare = 0.5;

function shortened(note: Note, at: number, until: number): number {
  const { tones, timeShare } = soundOf(note);
  if (tones.includes('dead')) return Math.min(until, at + 60);
  const share = timeShare ?? (tones.includes('palm') ? palmShare : 1);
  return Math.round(at + (until - at) * share);
}
