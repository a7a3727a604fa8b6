import type { Bar, Note, Score, Ticks } from '../../score/index.ts';

/** What is made easier, in the order in which it is applied. */
export type ReductionKind =
  | 'optional'
  | 'ornament'
  | 'muted'
  | 'slur'
  | 'inner'
  | 'off-beat'
  | 'place'
  | 'stop'
  | 'walk'
  | 'between'
  | 'bass-strings'
  | 'bass-beats'
  | 'grip'
  | 'tempo';

/** One thing that was made easier, where it stands. It counts for all bars that are alike. */
export interface Reduction {
  /** Names it as long as the piece stays as it is: kind, bar, tick and string. */
  readonly id: string;
  readonly kind: ReductionKind;
  /** The first of the bars it was done in, from 0, and the tick in it. */
  readonly bar: number;
  readonly tick: Ticks;
  /** All bars it was done in, from 0. */
  readonly bars: readonly number[];
  /** "string 2 moved onto the beat" */
  readonly what: string;
}

/** A bar on its way to being easier. */
export interface BarAtWork {
  readonly score: Score;
  /** From 0, in `score`. */
  readonly index: number;
  readonly bar: Bar;
}

/** Asked before each thing that could be done at a place; what is answered with true is done, and told. */
export type Ask = (place: { readonly tick: Ticks; readonly string: number }, what: string) => boolean;

/** One kind of thing to make easier, by degrees: the more, the less is left. */
export interface Reducer {
  readonly kind: ReductionKind;
  /** How far it can go; 0 is not at all. */
  readonly degrees: number;
  readonly reduce: (work: BarAtWork, degree: number, ask: Ask) => Bar;
}

export const isTune = ({ voice }: Note): boolean => voice === 'melody';
export const isBass = ({ voice }: Note): boolean => voice === 'thumb';

/** A note without some of its marks. */
export function without(note: Note, ...fields: readonly (keyof Note)[]): Note {
  return Object.fromEntries(
    Object.entries(note).filter(([field]) => !fields.includes(field as keyof Note)),
  ) as Note;
}
