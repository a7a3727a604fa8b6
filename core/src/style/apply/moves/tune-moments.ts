import { openMidi } from '../../../instrument/index.ts';
import {
  barTicks,
  inPlayingOrder,
  type Bar,
  type Note,
  type Score,
  type Ticks,
} from '../../../score/index.ts';

/** What the tune strikes at one tick, and until when nothing else is struck. */
export interface TuneMoment {
  readonly tick: Ticks;
  readonly notes: readonly Note[];
  /** Tick of the next moment, or the bar's end. */
  readonly next: Ticks;
}

export function tuneMoments(bar: Bar): TuneMoment[] {
  const struck = bar.notes.filter(({ voice, tied }) => voice === 'melody' && !tied);
  const ticks = [...new Set(struck.map(({ tick }) => tick))].sort((a, b) => a - b);
  return ticks.map((tick, index) => ({
    tick,
    notes: struck.filter((note) => note.tick === tick),
    next: ticks[index + 1] ?? barTicks(bar.metre),
  }));
}

/** Whether a bar's notes, struck at one moment, are tied on into the bar after it. */
export const areTiedOn = (score: Score, index: number, { notes }: TuneMoment): boolean => {
  const end = barTicks(score.bars[index]?.metre ?? { beats: 4, unit: 4 });
  const after = score.bars[index + 1]?.notes ?? [];
  return notes.some(
    ({ tick, durationTicks, string }) =>
      tick + durationTicks >= end &&
      after.some((note) => note.tied && note.tick === 0 && note.string === string),
  );
};

/** Strings the thumb strikes at a tick. */
export const thumbStrings = (bar: Bar, tick: Ticks): ReadonlySet<number> =>
  new Set(
    bar.notes.filter((note) => note.voice === 'thumb' && note.tick === tick).map(({ string }) => string),
  );

export const midiIn = ({ tuning }: Score, { string, fret }: Pick<Note, 'string' | 'fret'>): number =>
  openMidi(tuning, string) + fret;

/** Every note of the tune replaced by what is answered for it; in playing order. */
export const withTune = (bar: Bar, change: (note: Note) => readonly Note[]): Bar => ({
  ...bar,
  notes: bar.notes.flatMap((note) => (note.voice === 'melody' ? change(note) : [note])).sort(inPlayingOrder),
});

/** A note that ends where another begins. */
export const endBy = (note: Note, tick: Ticks): Note =>
  note.tick < tick && note.tick + note.durationTicks > tick
    ? { ...note, durationTicks: tick - note.tick }
    : note;

/** Plain notes only move: what a hand does to a note hangs on the notes beside it. */
export const isPlain = ({
  arrival,
  slide,
  ornament,
  bendCents,
  harmonic,
  dead,
  grace,
  lyric: _,
  ...note
}: Note) => !arrival && !slide && !ornament && !bendCents && !harmonic && !dead && !grace && !note.tied;
