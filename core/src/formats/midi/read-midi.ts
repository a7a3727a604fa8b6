import { fail, ok, type Result } from '../../fault/index.ts';
import {
  quantise,
  swingOf,
  unswung,
  type Tune,
  type TuneBar,
  type TuneMarks,
  type TuneNote,
} from '../../melody/index.ts';
import { keyOfFifths, type Key } from '../../pitch/index.ts';
import { barTicks, metreFrom, scoreLimits, type Bar, type Voice } from '../../score/index.ts';
import { LeftOutList, type Reading } from '../reading/index.ts';
import { parseFile, type Timed } from './parse-file.ts';
import { fromBytes } from './text.ts';

export interface MidiReadOptions {
  /** What becomes of a swing that is found: written straight with the swing beside it, or as it was played. */
  readonly swing?: 'undone' | 'as-played' | undefined;
}

const mostNotes = 20_000;

/** A note of a track, in ticks of 960 a quarter from the start, as played. */
interface PlayedNote {
  readonly at: number;
  end: number;
  readonly midi: number;
  readonly voice: Voice | undefined;
  /** Furthest pitch bend while it sounds, in cents. */
  bendCents: number;
}

/**
 * Reads a Standard MIDI File, format 0 or 1. Onsets are set on a grid of sixteenths, triplets or thirty-seconds, quarter by
 * quarter; bars follow the metres of the file. Tracks named thumb (or bass) and melody tell the hands apart. MIDI knows no
 * strings: the answer is a tune. Off-beats that fall late and alike are written straight under a swing, unless they are wanted as played;
 * the answer tells of it.
 */
export function readMidi(bytes: Uint8Array, { swing = 'undone' }: MidiReadOptions = {}): Result<Reading> {
  const parsed = parseFile(bytes);
  if (!parsed.ok) return parsed;
  const tracks = parsed.value;
  const leftOut = new LeftOutList();
  const heard = tracks.flatMap((events) => notesOf(events, leftOut));
  if (heard.length === 0) return fail('The MIDI file holds no notes', 'Choose a file with a melody');
  if (heard.length > mostNotes)
    return fail(`The MIDI file holds ${heard.length} notes`, `Choose a piece of at most ${mostNotes} notes`);
  const onsets = heard.map(({ at }) => at);
  const swingPercent = swingOf(onsets);
  const isUndone = swingPercent !== undefined && swing === 'undone';
  const straight = isUndone ? unswung(swingPercent, onsets) : undefined;
  const played = straight
    ? heard.map((note) => ({ ...note, at: straight(note.at), end: straight(note.end) }))
    : heard;
  const all = tracks.flat();
  const bars = layBars(played, all, leftOut);
  const title = tracks[0]?.find(({ event }) => event.type === 'trackName')?.event as
    | { readonly text: string }
    | undefined;
  const tune: Tune = {
    title:
      fromBytes(title?.text ?? '')
        .trim()
        .slice(0, scoreLimits.textLength) || 'Untitled',
    player: '',
    key: keyOf(all),
    tempoBpm: tempoAt(all, 0) ?? 120,
    swingPercent: isUndone ? Math.round(swingPercent) : 50,
    capo: 0,
    bars,
  };
  return ok({
    content: { kind: 'tune', tune },
    leftOut: leftOut.all(),
    ...(swingPercent === undefined ? {} : { asks: 'swing' as const, swingPercent }),
  });
}

const percussionChannel = 9;
/** A bend smaller than this is a wobble. */
const leastBendCents = 15;

function notesOf(events: readonly Timed[], leftOut: LeftOutList): PlayedNote[] {
  const name = events.find(({ event }) => event.type === 'trackName')?.event as
    | { readonly text: string }
    | undefined;
  const voice = voiceNamed(name?.text ?? '');
  const sounding = new Map<string, PlayedNote[]>();
  const notes: PlayedNote[] = [];
  const range = new Map<number, number>();
  for (const { at, event } of events) {
    if (!('channel' in event)) continue;
    const { channel } = event;
    if (channel === percussionChannel) {
      if (event.type === 'noteOn') leftOut.add('drums');
      continue;
    }
    if (event.type === 'controller' && event.controllerType === 6) range.set(channel, event.value);
    if (event.type === 'pitchBend') {
      const cents = (event.value / 8192) * (range.get(channel) ?? 2) * 100;
      for (const [key, stack] of sounding)
        if (key.startsWith(`${channel} `))
          for (const note of stack) if (Math.abs(cents) > Math.abs(note.bendCents)) note.bendCents = cents;
    }
    if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
    const key = `${channel} ${event.noteNumber}`;
    const stack = sounding.get(key) ?? [];
    const isOn = event.type === 'noteOn' && event.velocity > 0;
    if (isOn) {
      const note = { at, end: at, midi: event.noteNumber, voice, bendCents: 0 };
      notes.push(note);
      sounding.set(key, [...stack, note]);
    } else {
      const [first, ...rest] = stack;
      if (first) first.end = at;
      sounding.set(key, rest);
    }
  }
  const end = events.at(-1)?.at ?? 0;
  for (const stack of sounding.values()) for (const note of stack) note.end = end;
  return notes;
}

function voiceNamed(name: string): Voice | undefined {
  if (/thumb|bass/i.test(name)) return 'thumb';
  return /melody|treble/i.test(name) ? 'melody' : undefined;
}

/** Bars by the metres of the file, notes on the grid and tied over the bar lines. */
function layBars(played: readonly PlayedNote[], all: readonly Timed[], leftOut: LeftOutList): TuneBar[] {
  const sorted = [...played].sort((a, b) => a.at - b.at || a.midi - b.midi);
  const onsets = quantise(sorted.map(({ at }) => at));
  const gridded = sorted.map((note, index) => {
    const at = onsets[index] ?? 0;
    const length = Math.max(120, Math.round((note.end - note.at) / 120) * 120);
    return {
      note,
      at,
      end: at + (isTripletLength(note) ? Math.round((note.end - note.at) / 160) * 160 : length),
    };
  });
  const last = Math.max(...gridded.map(({ end }) => end));
  const metres = all.flatMap(({ at, event }) => (event.type === 'timeSignature' ? [{ at, event }] : []));
  const bars: TuneBar[] = [];
  let start = 0;
  let metre: Bar['metre'] = { beats: 4, unit: 4 };
  let tempo = tempoAt(all, 0);
  while (start < last) {
    if (bars.length === scoreLimits.bars) {
      leftOut.add(`bars after bar ${scoreLimits.bars}`, { bar: scoreLimits.bars + 1 });
      break;
    }
    const change = metres.findLast(({ at }) => at <= start + 1)?.event;
    if (change) {
      const { numerator: beats, denominator: unit } = change;
      const changed = metreFrom(beats, unit);
      if (changed) metre = changed;
      else leftOut.add(`metre ${beats}/${unit}`, { bar: bars.length + 1 });
    }
    const end = start + barTicks(metre);
    const now = tempoAt(all, start);
    const [from, until] = [start, end];
    const marker = all.find(({ at, event }) => event.type === 'marker' && at >= from - 1 && at < until - 1)
      ?.event as { readonly text: string } | undefined;
    const section = fromBytes(marker?.text ?? '')
      .trim()
      .slice(0, scoreLimits.textLength);
    bars.push({
      metre,
      notes: gridded
        .filter(({ at, end: stop }) => at < until && stop > from)
        .map(({ note, at, end: stop }) => cut(note, at, stop, from, until)),
      chords: [],
      grips: [],
      ...(section ? { section: { name: section } } : {}),
      ...(bars.length > 0 && now !== undefined && now !== tempo ? { tempoBpm: now } : {}),
    });
    tempo = now;
    start = end;
  }
  return bars;
}

const isTripletLength = ({ at, end }: PlayedNote): boolean => {
  const length = end - at;
  return (
    Math.abs(length - Math.round(length / 160) * 160) + 10 < Math.abs(length - Math.round(length / 120) * 120)
  );
};

/** The part of a note that lies in a bar; tied to the part before it. */
function cut(
  { midi, voice, bendCents }: PlayedNote,
  at: number,
  end: number,
  from: number,
  until: number,
): TuneNote {
  const isContinued = at < from;
  const cents = Math.min(400, Math.round(bendCents / 5) * 5);
  const marks: TuneMarks = isContinued ? { tied: true } : cents >= leastBendCents ? { bendCents: cents } : {};
  return {
    tick: Math.max(at, from) - from,
    durationTicks: Math.max(1, Math.min(end, until) - Math.max(at, from)),
    midi,
    ...(voice ? { voice } : {}),
    marks,
  };
}

/** Tempo in force at a tick, in quarters a minute, within what a score allows. */
function tempoAt(all: readonly Timed[], tick: number): number | undefined {
  const event = all.filter(({ event: each, at }) => each.type === 'setTempo' && at <= tick + 1).at(-1)?.event;
  if (event?.type !== 'setTempo') return undefined;
  const bpm = Math.round((60_000_000 / event.microsecondsPerBeat) * 100) / 100;
  return Math.min(320, Math.max(20, bpm));
}

function keyOf(all: readonly Timed[]): Key {
  const event = all.find(({ event: each }) => each.type === 'keySignature')?.event;
  if (event?.type !== 'keySignature') return { tonic: 'C', mode: 'major' };
  return keyOfFifths(Math.min(7, Math.max(-7, event.key)), event.scale === 1 ? 'minor' : 'major');
}
