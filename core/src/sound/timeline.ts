import { concertPitchHz, type StringNumber } from '../instrument/index.ts';
import { centsBetween, concertA4Hz, type Midi } from '../pitch/index.ts';
import {
  heardMidi,
  beatStarts,
  placedNotes,
  previousOnString,
  soundOf,
  tempoMap,
  unfold,
  type Note,
  type Feel,
  type PlacedNote,
  type Score,
  type Ticks,
  type Tone,
  type Voice,
} from '../score/index.ts';
import { velocitiesOf } from './loudness.ts';
import { pitchCurve, slideTime, type PitchPoint } from './pitch-curve.ts';

/** Seconds from the start of the score. */
export type Seconds = number;

/** One sound of a string, ties already joined. */
export interface SoundEvent {
  /** Bar of the written score, from 0, and which bar in the order played. */
  readonly bar: number;
  readonly played: number;
  readonly tick: Ticks;
  readonly voice: Voice;
  readonly string: StringNumber;
  /** From the capo. */
  readonly fret: number;
  /** As heard; fractional when the guitar is not tuned to A 440. */
  readonly midi: Midi;
  readonly startS: Seconds;
  /** When the string is damped: its written end, earlier when stopped, later when left to ring. */
  readonly endS: Seconds;
  /** What sets the string going; a slid note goes on with the sound of the note before it on its string. */
  readonly attack: 'picked' | 'fretting-hand' | 'slid';
  /** How long the finger is under way to a slid note, or to one picked again after a slide; else 0. */
  readonly glideS: Seconds;
  /** The way of its pitch, in seconds from its start and cents from `midi`; empty where it stays. */
  readonly curve: readonly PitchPoint[];
  /** What is left of the string over the fret, 0 to 1: open strings 1, an octave up ½. */
  readonly stringShare: number;
  /** What makes it other than a plain pluck. */
  readonly tones: readonly Tone[];
  /** As MIDI counts it, 1 to 127: dynamics, accents, and how the note arrives. */
  readonly velocity: number;
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

/** A score in seconds. */
export interface Timeline {
  readonly events: readonly SoundEvent[];
  readonly clicks: readonly ClickEvent[];
  /** In order of time. */
  readonly moments: readonly Moment[];
  /** The bars in the order they are played; `bar` counts from 0 in the written score. */
  readonly bars: readonly { readonly bar: number; readonly startS: Seconds; readonly endS: Seconds }[];
  readonly durationS: Seconds;
}

/**
 * Lays a score out in seconds, repeats played. `feel` overrides the score's own tempo and swing (slow practice). Bars of the answer
 * are those of the written score.
 */
export function layTimeline(written: Score, feel: Partial<Feel> = {}): Timeline {
  const { score, order } = unfold(written);
  const { bars: timed, endS, secondsAt } = tempoMap(score, feel);
  const writtenBar = (played: number) => order[played]?.bar ?? played;
  const endOf = ({ bar, note }: PlacedNote) => secondsAt(bar, note.tick + note.durationTicks);

  const notes = placedNotes(score);
  const ties = tieEnds(notes, endOf);
  const struck = notes.filter(({ note }) => !soundOf(note).carriesOn || !ties.has(note));
  const struckAs = new Map(struck.map((placed) => [placed.note, placed]));
  const previous = previousOnString(struck);
  const replayed = new Map([...previous].map(([note, before]) => [before.note, struckAs.get(note)]));
  const velocity = velocitiesOf(score);
  return {
    events: struck.map((placed) => {
      const startS = Math.max(
        0,
        secondsAt(placed.bar, placed.note.tick) +
          strikeOffsetS(placed.note, score.bars[placed.bar]?.notes ?? []),
      );
      const writtenEnd = ties.get(placed.note) ?? endOf(placed);
      const next = replayed.get(placed.note);
      const nextS = next ? secondsAt(next.bar, next.note.tick) : Infinity;
      const endS = Math.min(soundingEnd(placed.note, startS, writtenEnd), nextS);
      const secondsPerTick = timed[placed.bar]?.secondsPerTick ?? 0;
      const unit = { ofMs: (ms: number) => ms / 1000, ofTicks: (ticks: Ticks) => ticks * secondsPerTick };
      const from = slidesOn(placed.note) ? previous.get(placed.note) : undefined;
      const fromS = from ? startS - secondsAt(from.bar, from.note.tick) : 0;
      return {
        ...stringSound(score, placed.note),
        bar: writtenBar(placed.bar),
        played: placed.bar,
        tick: placed.note.tick,
        startS,
        endS,
        velocity: velocity(placed.bar, placed.note),
        curve: pitchCurve(placed.note, Math.max(0, Math.min(endS, writtenEnd) - startS), unit),
        glideS: from ? slideTime(placed.note, fromS, unit) : 0,
      };
    }),
    clicks: score.bars.flatMap(({ metre }, played) =>
      beatStarts(metre).map((tick, index) => ({
        atS: secondsAt(played, tick),
        bar: writtenBar(played),
        beat: index + 1,
      })),
    ),
    moments: score.bars.flatMap((bar, played) => {
      const ticks = new Set([...beatStarts(bar.metre), ...bar.notes.map(({ tick }) => tick)]);
      return [...ticks]
        .sort((a, b) => a - b)
        .map((tick) => ({ atS: secondsAt(played, tick), bar: writtenBar(played), tick }));
    }),
    bars: order.map(({ bar }, played) => ({
      bar,
      startS: timed[played]?.startS ?? endS,
      endS: timed[played + 1]?.startS ?? endS,
    })),
    durationS: endS,
  };
}

/** How far from its tick a note is struck: graces before it, the strings of a brush one after the other. */
export function strikeOffsetS(note: Note, together: readonly Note[]): Seconds {
  const { earlyS, spread } = soundOf(note);
  if (earlyS !== undefined) return -earlyS;
  if (!spread) return 0;
  const before = together.filter(
    (other) =>
      other.tick === note.tick &&
      other.stroke === note.stroke &&
      (spread.from === 'thin' ? other.string < note.string : other.string > note.string),
  );
  return before.length * spread.stepS;
}

function soundingEnd(note: Note, startS: Seconds, writtenEndS: Seconds): Seconds {
  const { ringS, timeShare } = soundOf(note);
  if (ringS !== undefined) return startS + ringS;
  return timeShare === undefined ? writtenEndS : startS + Math.max(0.1, (writtenEndS - startS) * timeShare);
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

/** Whether the sound before it on its string moves to it, picked again there or not. */
const slidesOn = ({ arrival }: Note): boolean => arrival === 'slide';

const stringSound = (
  score: Score,
  note: Note,
): Pick<SoundEvent, 'voice' | 'string' | 'fret' | 'midi' | 'attack' | 'tones' | 'stringShare'> => ({
  voice: note.voice,
  string: note.string,
  fret: note.fret,
  midi: heardMidi(score, note) + centsBetween(concertA4Hz, concertPitchHz(score.tuning)) / 100,
  attack: soundOf(note).attack,
  tones: soundOf(note).tones,
  stringShare: 2 ** (-(note.fret + score.capo) / 12),
});

/** Where some bars of the written score (both included, from 0) sound first: repeats between them are played. */
export function spanOfBars(
  { bars, durationS }: Pick<Timeline, 'bars' | 'durationS'>,
  fromBar: number,
  toBar: number,
): { readonly from: Seconds; readonly to: Seconds } {
  const first = bars.findIndex(({ bar }) => bar === fromBar);
  const last = bars.findIndex(({ bar }, index) => bar === toBar && index >= first);
  return { from: bars[first]?.startS ?? 0, to: bars[last]?.endS ?? durationS };
}
