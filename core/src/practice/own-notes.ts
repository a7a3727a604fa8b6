import type { StringNumber } from '../instrument/index.ts';
import { indexOfBar, type Note, type Score, type Ticks } from '../score/index.ts';

/** A fretting finger a student takes, T the thumb over the edge. */
export type OwnFinger = NonNullable<Note['finger']>;

/** What a student writes over a sheet; the teacher's piece stays as it is. Bars by their numbers on the sheet. */
export interface OwnNotes {
  readonly remarks: readonly { readonly bar: number; readonly text: string }[];
  readonly fingers: readonly {
    readonly bar: number;
    /** In the bar. */
    readonly tick: Ticks;
    readonly string: StringNumber;
    readonly finger: OwnFinger;
  }[];
}

export type OwnNoteChange =
  /** The remark of a bar; empty takes it out. */
  | { readonly kind: 'remark'; readonly bar: number; readonly text: string }
  /** The finger of a note; null leaves it to what is worked out. */
  | {
      readonly kind: 'finger';
      readonly bar: number;
      readonly tick: Ticks;
      readonly string: StringNumber;
      readonly finger: OwnFinger | null;
    };

export const noOwnNotes: OwnNotes = { remarks: [], fingers: [] };

/** One after the other; of two for the same place the later one stands. Remarks and fingers come in the order of the sheet. */
export const withNoteChanges = (notes: OwnNotes, changes: readonly OwnNoteChange[]): OwnNotes =>
  changes.reduce(withChange, notes);

function withChange({ remarks, fingers }: OwnNotes, change: OwnNoteChange): OwnNotes {
  const { bar } = change;
  if (change.kind === 'remark') {
    const others = remarks.filter((each) => each.bar !== bar);
    const text = change.text.trim();
    return {
      fingers,
      remarks: text === '' ? others : [...others, { bar, text }].sort((a, b) => a.bar - b.bar),
    };
  }
  const { tick, string, finger } = change;
  const others = fingers.filter((each) => each.bar !== bar || each.tick !== tick || each.string !== string);
  return {
    remarks,
    fingers:
      finger === null
        ? others
        : [...others, { bar, tick, string, finger }].sort(
            (a, b) => a.bar - b.bar || a.tick - b.tick || b.string - a.string,
          ),
  };
}

/** A score with a student's fingers in place of the teacher's. Those of notes that are not there any more are left out. */
export function withOwnFingers(score: Score, fingers: OwnNotes['fingers']): Score {
  if (fingers.length === 0) return score;
  const own = new Map(
    fingers.map(({ bar, tick, string, finger }) => [`${indexOfBar(score, bar)} ${tick} ${string}`, finger]),
  );
  return {
    ...score,
    bars: score.bars.map((bar, index) => {
      const fingerOf = ({ tick, string, fret }: Note) =>
        fret > 0 ? own.get(`${index} ${tick} ${string}`) : undefined;
      return bar.notes.some(fingerOf)
        ? {
            ...bar,
            notes: bar.notes.map((note) => {
              const finger = fingerOf(note);
              return finger ? { ...note, finger } : note;
            }),
          }
        : bar;
    }),
  };
}
