import type { GripFingers } from '../hands/index.ts';
import { openMidi, stringsLowToHigh, type StringNumber } from '../instrument/index.ts';
import {
  gripAt,
  handAsksOf,
  isPicked,
  placedNotes,
  previousOnString,
  soundOf,
  tempoMap,
  type HandAsk,
  type Note,
  type PlacedGrip,
  type PlacedNote,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { fingersByGrip, type UsualFingers } from './grip-fingers.ts';

/** A note as the hands meet it: ties joined, times from the start of the score in ticks of one even tempo. */
export interface TimedNote {
  /** The same for the same string, pitch, beginning and end, in whichever reading of the score. */
  readonly id: number;
  readonly bar: number;
  readonly note: Note;
  readonly at: Ticks;
  /** When the hand is free of it: its written end, earlier when it is short or stopped, at once when it is only touched. */
  readonly until: Ticks;
  /** Written pitch, from which the fret on any string follows. */
  readonly midi: number;
  /** Strings it may lie on, as places from string 6 to string 1 (0 to 5); one entry when its place is fixed. */
  readonly strings: readonly number[];
  /** The note on its string from which it is hammered, pulled or slid; undefined when none sounds there. */
  readonly source: TimedNote | undefined;
  /** The note that is pulled off to from this one: its finger must be down when this note begins. */
  pulledTo: TimedNote | undefined;
  readonly grip: PlacedGrip | undefined;
  /** Fingers the grip is usually held with; those the teacher gave it come first. */
  readonly gripFingers: GripFingers | undefined;
  /** What it asks of the hand beyond being pressed and let go at its end. */
  readonly asks: readonly HandAsk[];
  /** Written notes that only carry it on. */
  readonly tied: Note[];
}

/** All notes that begin together. */
export interface Moment {
  readonly at: Ticks;
  /** From 0. */
  readonly bar: number;
  readonly starts: readonly TimedNote[];
  /** The place and finger that a note, in the order of `starts`, is to have because a like bar has it. */
  readonly bound?: readonly (Bound | undefined)[];
}

/** A string, as a place from string 6 to string 1 (0 to 5), and a finger on it: 0 for none, 5 for the thumb. */
export interface Bound {
  readonly index: number;
  readonly finger: number;
}

export interface MomentOptions {
  /** Notes whose string and fret may be chosen anew; their pitch stays. Absent: none. */
  readonly isOpen?: ((placed: PlacedNote) => boolean) | undefined;
  /** Strings a note whose place is open may go to beside its own; absent: every string. */
  readonly mayLieOn?: ((placed: PlacedNote, string: StringNumber) => boolean) | undefined;
  /** Highest fret for notes whose place is open, counted from the capo. */
  readonly highestOpenFret?: number | undefined;
}

const usualHighestFret = 12;
/** Longer than any note, ties joined: what keeps the numbers of notes apart. */
const longest = 2 ** 17;

/** The score as moments in order of time. Tied notes are part of the note they continue. */
export function momentsOf(score: Score, options: MomentOptions = {}, usual: UsualFingers = []): Moment[] {
  const usualOf = fingersByGrip(score, usual);
  const notes = placedNotes(score);
  const previous = previousOnString(notes);
  const { evenTicksAt } = tempoMap(score);
  const ends = joinedEnds(notes, previous, evenTicksAt);
  const timed = new Map<Note, TimedNote>();
  const byTick = new Map<Ticks, TimedNote[]>();
  const lifted = new Map<PlacedGrip, Ticks>();
  for (const placed of notes) {
    const { bar, note } = placed;
    const at = evenTicksAt(bar, note.tick);
    const before = previous.get(note)?.note;
    const head = note.tied && before ? timed.get(before) : undefined;
    if (head && before?.fret === note.fret) {
      timed.set(note, head);
      head.tied.push(note);
      continue;
    }
    const last = note.arrival && before ? timed.get(before) : undefined;
    const source = last && !last.asks.includes('no-place') && last.until >= at ? last : undefined;
    const until = endOf(note, at, ends.get(note) ?? evenTicksAt(bar, note.tick + note.durationTicks));
    const midi = openMidi(score.tuning, note.string) + note.fret;
    const grip = heldGrip(gripAt(score, bar, note.tick), note, at, lifted);
    if (grip && note.ending === 'lifted') lifted.set(grip, until);
    const each: TimedNote = {
      id: ((at * 8 + note.string) * longest + Math.min(until - at, longest - 1)) * 128 + midi,
      bar,
      note,
      at,
      until,
      midi,
      strings: stringsFor(score, placed, options),
      source,
      pulledTo: undefined,
      grip,
      gripFingers: grip && (grip.fingers ?? usualOf.get(grip)),
      asks: handAsksOf(note),
      tied: [],
    };
    if (source && each.asks.includes('finger-behind') && note.fret > 0) source.pulledTo = each;
    timed.set(note, each);
    const together = byTick.get(at);
    if (together) together.push(each);
    else byTick.set(at, [each]);
  }
  return [...byTick]
    .sort(([a], [b]) => a - b)
    .map(([at, together]) => ({
      at,
      bar: together[0]?.bar ?? 0,
      starts: together.sort((a, b) => b.note.string - a.note.string),
    }));
}

/** The grip that is held at a note: none where it was lifted and the note is not one of it; such a note lays it down again. */
function heldGrip(
  grip: PlacedGrip | undefined,
  { string, fret }: Note,
  at: Ticks,
  lifted: Map<PlacedGrip, Ticks>,
): PlacedGrip | undefined {
  const liftedAt = grip && lifted.get(grip);
  if (!grip || liftedAt === undefined || at < liftedAt) return grip;
  if (fret === 0 || grip.frets[6 - string] !== fret) return undefined;
  lifted.delete(grip);
  return grip;
}

/** The written end of each note that others are tied to. */
function joinedEnds(
  notes: readonly PlacedNote[],
  previous: ReadonlyMap<Note, PlacedNote>,
  ticksAt: (bar: number, tick: Ticks) => Ticks,
): Map<Note, Ticks> {
  const ends = new Map<Note, Ticks>();
  const heads = new Map<Note, Note>();
  for (const { bar, note } of notes) {
    const before = note.tied ? previous.get(note) : undefined;
    if (before?.note.fret !== note.fret) continue;
    const head = heads.get(before.note) ?? before.note;
    heads.set(note, head);
    ends.set(head, ticksAt(bar, note.tick + note.durationTicks));
  }
  return ends;
}

const endOf = (note: Note, at: Ticks, written: Ticks): Ticks =>
  handAsksOf(note).includes('touch') ? at : at + Math.ceil((written - at) * (soundOf(note).timeShare ?? 1));

function stringsFor(
  score: Score,
  placed: PlacedNote,
  { isOpen, mayLieOn = () => true, highestOpenFret = usualHighestFret }: MomentOptions,
): number[] {
  const { note } = placed;
  const own = 6 - note.string;
  if (note.keepString || note.dead || !isOpen?.(placed)) return [own];
  const midi = openMidi(score.tuning, note.string) + note.fret;
  return stringsLowToHigh.flatMap((string, index) => {
    const fret = midi - openMidi(score.tuning, string);
    return index === own || (fret >= 0 && fret <= highestOpenFret && mayLieOn(placed, string)) ? [index] : [];
  });
}

/** Whether the picking hand strikes it. */
export const isStruck = ({ note }: TimedNote): boolean => isPicked(note);

/** Whether two readings of a score mean the same note: it begins when the other does, written on the same string. */
export const isSameNote = (a: TimedNote | undefined, b: TimedNote): boolean =>
  a !== undefined && (a === b || (a.at === b.at && a.note.string === b.note.string && a.midi === b.midi));
