import type { StringNumber } from '../instrument/index.ts';
import type { Bar, GripFrets, Note, NoteStroke, PlacedGrip, Score, Voice } from './schema.ts';
import { soundOf } from './note-sound.ts';
import { barTicks, countAt, type Ticks } from './ticks.ts';

/** A note with its place in the whole score. `bar` counts from 0; `atTicks` from the start of the score. */
export interface PlacedNote {
  readonly bar: number;
  readonly atTicks: Ticks;
  readonly note: Note;
}

/** Start of every bar from the start of the score, and after the last one the score's length. */
export function barStarts(score: Pick<Score, 'bars'>): Ticks[] {
  const starts = [0];
  for (const bar of score.bars) starts.push((starts.at(-1) ?? 0) + barTicks(bar.metre));
  return starts;
}

/** All notes in playing order; at one moment from the thickest string to the thinnest. */
export function placedNotes(score: Pick<Score, 'bars'>, voice?: Voice): PlacedNote[] {
  const starts = barStarts(score);
  return score.bars.flatMap((bar, index) =>
    [...bar.notes]
      .filter((note) => !voice || note.voice === voice)
      .sort(inPlayingOrder)
      .map((note) => ({ bar: index, atTicks: (starts[index] ?? 0) + note.tick, note })),
  );
}

export const inPlayingOrder = (a: Note, b: Note): number => a.tick - b.tick || b.string - a.string;

/** The note before each note on its own string, across bar lines; keyed by the later one. */
export function previousOnString(notes: readonly PlacedNote[]): Map<Note, PlacedNote> {
  const latest = new Map<number, PlacedNote>();
  const previous = new Map<Note, PlacedNote>();
  for (const placed of notes) {
    const before = latest.get(placed.note.string);
    if (before) previous.set(placed.note, before);
    latest.set(placed.note.string, placed);
  }
  return previous;
}

/** The grip held at a moment: the latest laid at or before it, carried over from earlier bars. */
export function gripAt(score: Pick<Score, 'bars'>, barIndex: number, tick: Ticks): PlacedGrip | undefined {
  for (let index = barIndex; index >= 0; index -= 1) {
    const grips = score.bars[index]?.grips ?? [];
    const held = grips.filter((grip) => index < barIndex || grip.tick <= tick);
    if (held.length > 0) return held.reduce((latest, grip) => (grip.tick >= latest.tick ? grip : latest));
  }
  return undefined;
}

/** The frets of a grip that are meant to sound: strings held silently count as not played. */
export const soundingFrets = ({ frets, silent }: Pick<PlacedGrip, 'frets' | 'silent'>): GripFrets =>
  silent ? frets.map((fret, index) => (silent.some((string) => 6 - string === index) ? null : fret)) : frets;

export const noteAt = (
  bar: Bar | undefined,
  tick: Ticks,
  string: StringNumber,
  voice?: Voice,
): Note | undefined =>
  bar?.notes.find((note) => note.tick === tick && note.string === string && (!voice || note.voice === voice));

/** What is counted aloud at a tick of a bar: a pickup is counted to the end of the bar it belongs to. */
export function countOf(bars: readonly Bar[], index: number, tick: Ticks): string {
  const bar = bars[index];
  if (!bar) return '';
  const whole = bar.pickup ? bars[index + 1]?.metre : undefined;
  return whole ? countAt(whole, tick + barTicks(whole) - barTicks(bar.metre)) : countAt(bar.metre, tick);
}

/** A pinch: a thumb stroke and a picked melody note at one moment. Ticks within the bar. */
export function pinchTicks(bar: Bar): Ticks[] {
  const struck = (voice: Voice) =>
    new Set(bar.notes.filter((note) => note.voice === voice && isPicked(note)).map((note) => note.tick));
  const melody = struck('melody');
  return [...struck('thumb')].filter((tick) => melody.has(tick)).sort((a, b) => a - b);
}

/** Whether the picking hand strikes the note. */
export function isPicked(note: Note): boolean {
  const { carriesOn, attack } = soundOf(note);
  return !carriesOn && attack === 'picked';
}

/** The one movement that strikes the string with others; undefined when digits pluck it, as they do in a roll or snap. */
export const sweepOf = ({ stroke }: Note): Exclude<NoteStroke, 'roll' | 'roll-back' | 'snap'> | undefined =>
  stroke === 'roll' || stroke === 'roll-back' || stroke === 'snap' ? undefined : stroke;
