import { concertPitchHz, type StringNumber } from '../instrument/index.ts';
import { centsBetween, concertA4Hz, type Midi } from '../pitch/index.ts';
import {
  barStarts,
  heardMidi,
  beatStarts,
  isCompound,
  placedNotes,
  previousOnString,
  ticksPerQuarter,
  type Note,
  type NoteEnding,
  type PlacedNote,
  type Study,
  type Ticks,
  type Voice,
} from '../score/index.ts';
import { swungTick } from './swing.ts';

/** Seconds from the start of the study. */
export type Seconds = number;

/** One sound of a string, ties already joined. */
export interface SoundEvent {
  readonly voice: Voice;
  readonly string: StringNumber;
  /** As heard; fractional when the guitar is not tuned to A 440. */
  readonly midi: Midi;
  readonly startS: Seconds;
  /** When the string is damped: its written end, earlier when stopped, later when left to ring. */
  readonly endS: Seconds;
  readonly attack: 'picked' | 'fretting-hand';
  readonly ending: NoteEnding | undefined;
  readonly dead: boolean;
  readonly accent: boolean;
}

export interface ClickEvent {
  readonly atS: Seconds;
  /** From 0. */
  readonly bar: number;
  /** From 1. */
  readonly beat: number;
}

/** A moment at which something is struck or a beat falls: where the playhead steps. `bar` counts from 0. */
export interface Moment {
  readonly atS: Seconds;
  readonly bar: number;
  readonly tick: Ticks;
}

/** A study in seconds: the only place where tempo and swing are applied. */
export interface Timeline {
  readonly events: readonly SoundEvent[];
  readonly clicks: readonly ClickEvent[];
  /** In order of time. */
  readonly moments: readonly Moment[];
  /** Start of every bar, and the end of the last. */
  readonly barStartsS: readonly Seconds[];
  readonly durationS: Seconds;
}

export interface Feel {
  readonly tempoBpm: number;
  readonly swingPercent: number;
}

const longestRingS: Seconds = 6;

/** Lays a study out in seconds. `feel` overrides the study's own tempo and swing (slow practice). */
export function layTimeline(study: Study, feel: Partial<Feel> = {}): Timeline {
  const { tempoBpm = study.tempoBpm, swingPercent = study.swingPercent } = feel;
  const secondsPerTick = 60 / tempoBpm / ticksPerQuarter;
  const starts = barStarts(study);
  const compound = study.bars.map(({ metre }) => isCompound(metre));
  const secondsAt = (bar: number, tick: Ticks) =>
    ((starts[bar] ?? 0) + swungTick(tick, swingPercent, compound[bar] ?? false)) * secondsPerTick;
  const endOf = ({ bar, note }: PlacedNote) => secondsAt(bar, note.tick + note.durationTicks);

  const notes = placedNotes(study);
  const ties = tieEnds(notes, endOf);
  const struck = notes.filter(({ note }) => !note.tied || !ties.has(note));
  const struckAs = new Map(struck.map((placed) => [placed.note, placed]));
  const replayed = new Map(
    [...previousOnString(struck)].map(([note, before]) => [before.note, struckAs.get(note)]),
  );
  return {
    events: struck.map((placed) => {
      const startS = Math.max(
        0,
        secondsAt(placed.bar, placed.note.tick) + offsetS(placed.note, study.bars[placed.bar]?.notes ?? []),
      );
      const writtenEnd = ties.get(placed.note) ?? endOf(placed);
      const next = replayed.get(placed.note);
      const nextS = next ? secondsAt(next.bar, next.note.tick) : Infinity;
      return toEvent(
        study,
        placed.note,
        startS,
        Math.min(soundingEnd(placed.note, startS, writtenEnd), nextS),
      );
    }),
    clicks: study.bars.flatMap(({ metre }, bar) =>
      beatStarts(metre).map((tick, index) => ({ atS: secondsAt(bar, tick), bar, beat: index + 1 })),
    ),
    moments: study.bars.flatMap((bar, index) => {
      const ticks = new Set([...beatStarts(bar.metre), ...bar.notes.map(({ tick }) => tick)]);
      return [...ticks]
        .sort((a, b) => a - b)
        .map((tick) => ({ atS: secondsAt(index, tick), bar: index, tick }));
    }),
    barStartsS: starts.map((ticks) => ticks * secondsPerTick),
    durationS: (starts.at(-1) ?? 0) * secondsPerTick,
  };
}

/** A grace sounds this long before its tick; a brush takes this long from one string to the next (from memory). */
const graceS: Seconds = 0.07;
const brushS: Seconds = 0.014;

/** How far from its tick a note is struck: graces before it, the strings of a brush one after the other. */
function offsetS(note: Note, together: readonly Note[]): Seconds {
  if (note.grace) return -graceS;
  if (note.stroke !== 'brush' && note.stroke !== 'brush-back') return 0;
  const before = together.filter(
    (other) =>
      other.tick === note.tick &&
      other.stroke === note.stroke &&
      (note.stroke === 'brush' ? other.string > note.string : other.string < note.string),
  );
  return before.length * brushS;
}

function soundingEnd(note: Note, startS: Seconds, writtenEndS: Seconds): Seconds {
  if (note.ending === 'let-ring') return startS + longestRingS;
  if (note.ending === 'stopped') return startS + Math.max(0.1, (writtenEndS - startS) * 0.45);
  return writtenEndS;
}

/** End of each note that others are tied to; keys also hold the tied notes themselves, which are not struck. */
function tieEnds(notes: readonly PlacedNote[], endOf: (placed: PlacedNote) => Seconds): Map<Note, Seconds> {
  const previous = previousOnString(notes);
  const heads = new Map<Note, Note>();
  const ends = new Map<Note, Seconds>();
  for (const placed of notes) {
    const before = placed.note.tied ? previous.get(placed.note) : undefined;
    if (before?.note.fret !== placed.note.fret) continue;
    const head = heads.get(before.note) ?? before.note;
    heads.set(placed.note, head);
    ends.set(head, endOf(placed));
    ends.set(placed.note, endOf(placed));
  }
  return ends;
}

const toEvent = (study: Study, note: Note, startS: Seconds, endS: Seconds): SoundEvent => ({
  voice: note.voice,
  string: note.string,
  midi: heardMidi(study, note) + centsBetween(concertA4Hz, concertPitchHz(study.tuning)) / 100,
  startS,
  endS,
  attack: note.arrival ? 'fretting-hand' : 'picked',
  ending: note.ending,
  dead: note.dead ?? false,
  accent: note.accent ?? false,
});
