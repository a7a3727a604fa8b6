import { openMidi } from '../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, type Midi } from '../pitch/index.ts';
import {
  barTicks,
  beatTicks,
  gripAt,
  inPlayingOrder,
  soundingFrets,
  sweepOf,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { barChords } from '../form/index.ts';

/** What one hand strikes, or sounds, at one moment of a bar; ties begin nothing. From the thickest string to the thinnest. */
export interface StyleMoment {
  readonly tick: Ticks;
  readonly notes: readonly Note[];
}

/** A bar as its style is read from it. */
export interface BarView {
  readonly score: Score;
  /** From 0. */
  readonly index: number;
  readonly bar: Bar;
  readonly beat: Ticks;
  /** Felt beats, a part of one counting whole. */
  readonly beats: number;
  readonly thumb: readonly StyleMoment[];
  readonly tune: readonly StyleMoment[];
  /** The view of the bar before; undefined for the first. */
  readonly before: BarView | undefined;
  /** First moment of the next bar's tune; undefined where it has none. */
  readonly nextTune: Ticks | undefined;
  readonly isLast: boolean;
}

/** Every bar of a score, as it is written. */
export function barViews(score: Score): BarView[] {
  const views: BarView[] = [];
  score.bars.forEach((_, index) => views.push(viewOf(score, index, views.at(-1))));
  return views;
}

/** One bar by itself, with the bar before it. */
export const barViewAt = (score: Score, index: number): BarView =>
  viewOf(score, index, index > 0 ? viewOf(score, index - 1, undefined) : undefined);

function viewOf(score: Score, index: number, before: BarView | undefined): BarView {
  const bar = score.bars[index];
  if (!bar) throw new RangeError(`There is no bar ${index}`);
  const beat = beatTicks(bar.metre);
  const next = score.bars[index + 1];
  return {
    score,
    index,
    bar,
    beat,
    beats: Math.ceil(barTicks(bar.metre) / beat),
    thumb: momentsOf(bar, 'thumb'),
    tune: momentsOf(bar, 'melody'),
    before,
    nextTune: next && momentsOf(next, 'melody')[0]?.tick,
    isLast: next === undefined,
  };
}

function momentsOf(bar: Bar, voice: Note['voice']): StyleMoment[] {
  const moments = new Map<Ticks, Note[]>();
  for (const note of [...bar.notes].sort(inPlayingOrder))
    if (note.voice === voice && !note.tied) moments.set(note.tick, [...(moments.get(note.tick) ?? []), note]);
  return [...moments].map(([tick, notes]) => ({ tick, notes }));
}

/** Pitch over the open strings as they are tuned, without the capo: only differences and degrees are read from it. */
export const midiOf = ({ score }: BarView, note: Note): Midi =>
  openMidi(score.tuning, note.string) + note.fret;

/** Half steps over the tonic of the shapes' key, 0 to 11. */
export const degreeOf = (view: BarView, note: Note): number =>
  modulo(midiOf(view, note) - pitchClassOf(tonicOf(view.score.key)), 12);

/** Degrees of the major scale on the tonic, by half steps over it. */
export const degrees = ['1', 'b2', '2', 'b3', '3', '4', 'b5', '5', 'b6', '6', 'b7', '7'] as const;

/** Which note of the tune is on top; undefined for a moment that is all dead. */
export function topOf(view: BarView, { notes }: StyleMoment): Note | undefined {
  const heard = notes.filter(({ dead }) => !dead);
  return heard.reduce<Note | undefined>(
    (top, note) => (top && midiOf(view, top) >= midiOf(view, note) ? top : note),
    undefined,
  );
}

export const lowestOf = (view: BarView, { notes }: StyleMoment): Note | undefined =>
  notes.reduce<Note | undefined>(
    (low, note) => (low && midiOf(view, low) <= midiOf(view, note) ? low : note),
    undefined,
  );

export const isStrum = ({ notes }: StyleMoment): boolean => notes.some((note) => sweepOf(note) !== undefined);

/** The grip under a moment, as far as it is meant to sound. */
export const gripUnder = (view: BarView, tick: Ticks): PlacedGrip | undefined =>
  gripAt(view.score, view.index, tick);

/** What a note is in the chord held at its moment, in half steps over its root; undefined where the grip has no plain name. */
export function chordToneOf(view: BarView, note: Note): number | undefined {
  const chord = chordsOf(view).findLast(({ tick }) => tick <= note.tick);
  return chord?.root && modulo(midiOf(view, note) - pitchClassOf(chord.root), 12);
}

const known = new WeakMap<BarView, ReturnType<typeof barChords>>();

/** The chords of a bar, worked out once. */
export function chordsOf(view: BarView): ReturnType<typeof barChords> {
  const chords = known.get(view) ?? barChords(view.score, view.index);
  known.set(view, chords);
  return chords;
}

/** Frets of the grip at a bar's start that sound. */
export const heldFrets = (grip: PlacedGrip): readonly number[] =>
  soundingFrets(grip).filter((fret): fret is number => fret !== null);
