import type { Tuning } from '../instrument/index.ts';
import type { Key, Midi } from '../pitch/index.ts';
import type { Bar, Note, PlacedGrip, Ticks, Voice } from '../score/index.ts';

/** Marks of a note that say nothing about where it lies or when it sounds. */
export type TuneMarks = Partial<Omit<Note, 'tick' | 'durationTicks' | 'string' | 'fret' | 'voice'>>;

/** A note as others write it down: pitch and time, and perhaps where on the neck. Never past its bar: it is tied on. */
export interface TuneNote {
  /** From the start of the bar. */
  readonly tick: Ticks;
  readonly durationTicks: Ticks;
  /** As heard. */
  readonly midi: Midi;
  /** Absent where the source does not tell the hands apart. */
  readonly voice?: Voice;
  /** String and fret, counted from the capo, where the source says them. */
  readonly place?: { readonly string: Note['string']; readonly fret: number };
  readonly marks: TuneMarks;
}

/** A chord named over the notes, in the key that is heard. */
export interface TuneChord {
  readonly tick: Ticks;
  readonly symbol: string;
}

export interface TuneBar extends Omit<Bar, 'notes' | 'grips' | 'thumbPattern' | 'beatPatterns' | 'leftOut'> {
  readonly notes: readonly TuneNote[];
  readonly chords: readonly TuneChord[];
  /** Grips the source draws, fret by fret. */
  readonly grips: readonly PlacedGrip[];
}

/** A piece free of the guitar, or not yet laid on one: what a foreign file says. */
export interface Tune {
  readonly title: string;
  readonly player: string;
  /** As heard. */
  readonly key: Key;
  readonly tempoBpm: number;
  readonly swingPercent: number;
  /** Where the source names a guitar's strings. */
  readonly tuning?: Tuning;
  readonly capo: number;
  readonly bars: readonly TuneBar[];
}

/** Whether every note of a tune has its string and fret: it is tab, and needs no fitting. */
export const isTab = ({ tuning, bars }: Tune): boolean =>
  tuning !== undefined && bars.every(({ notes }) => notes.every(({ place }) => place !== undefined));
