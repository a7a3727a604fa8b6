import type { TuneBar, TuneChord, TuneNote } from '../../melody/index.ts';
import { barTicks, metreOfTicks, type Bar } from '../../score/index.ts';

/** A bar while it is read; `metre` is the one in force. */
export interface OpenBar {
  metre: Bar['metre'];
  notes: TuneNote[];
  chords: TuneChord[];
  now: number;
  repeatStart?: true;
  repeatTimes?: number;
  endings?: number[];
  section?: { name: string };
  tempoBpm?: number;
}

/** The bars of a tune in reading: the one that is open, those that are done, and the endings that go on. */
export class BarReader {
  readonly done: OpenBar[] = [];
  open: OpenBar;
  #metre: Bar['metre'];
  #endings: number[] = [];

  constructor(metre: Bar['metre']) {
    this.#metre = metre;
    this.open = this.#next();
  }

  get metre(): Bar['metre'] {
    return this.#metre;
  }

  /** The metre from here on; of the open bar, too, while nothing is in it. */
  setMetre(metre: Bar['metre']): void {
    this.#metre = metre;
    if (this.open.now === 0) this.open.metre = metre;
  }

  #next(): OpenBar {
    return { metre: this.#metre, notes: [], chords: [], now: 0 };
  }

  /** Numbers of an ending, as in `1,3` or `1-3`. */
  ending(numbers: string): void {
    const endings = numbers
      .split(',')
      .flatMap((part) => {
        const [from = 0, to = from] = part.split('-').map(Number);
        return Array.from({ length: Math.max(0, Math.min(9, to) - from + 1) }, (_, index) => from + index);
      })
      .filter((each) => each >= 1 && each <= 9);
    if (endings.length > 0) this.#endings = [...new Set(endings)];
    this.open.endings = this.#endings;
  }

  /** A bar line, with its repeats. */
  line(sign: string): void {
    const ends = sign.startsWith(':');
    const starts = sign.endsWith(':') && sign.length > 1;
    if (ends) this.#repeated().repeatTimes = 2;
    this.close();
    if (ends || sign === '||' || sign === '|]') {
      this.#endings = [];
      delete this.open.endings;
    }
    if (starts) this.open.repeatStart = true;
  }

  /** A repeat sign after an empty bar belongs to the bar before. */
  #repeated(): OpenBar {
    const isEmpty = this.open.now === 0 && this.open.notes.length === 0;
    return isEmpty ? (this.done.at(-1) ?? this.open) : this.open;
  }

  close(): void {
    if (this.open.now === 0 && this.open.notes.length === 0) {
      const { repeatStart, endings, section, tempoBpm } = this.open;
      this.open = { ...this.#next(), ...definedOnly({ repeatStart, endings, section, tempoBpm }) };
      return;
    }
    this.done.push(this.open);
    this.open = this.#next();
    if (this.#endings.length > 0) this.open.endings = this.#endings;
  }
}

/**
 * A bar as it goes into the tune: one that holds less or more than its metre keeps what it holds; a short first one is a pickup. `tellOdd`
 * is called where what it holds is no metre.
 */
export function finishedBar(
  { metre, now, notes, chords, ...bar }: OpenBar,
  isFirst: boolean,
  words: ReadonlyMap<TuneNote, string>,
  tellOdd: () => void,
): TuneBar {
  const length = barTicks(metre);
  const held = now === length ? metre : metreOfTicks(now);
  if (!held) tellOdd();
  const kept = held ?? metre;
  return {
    ...bar,
    metre: kept,
    ...(isFirst && now < length && held ? { pickup: true as const } : {}),
    notes: notes
      .filter(({ tick }) => tick < barTicks(kept))
      .map((note) => {
        const lyric = words.get(note);
        const durationTicks = Math.min(note.durationTicks, barTicks(kept) - note.tick);
        return { ...note, durationTicks, ...(lyric ? { marks: { ...note.marks, lyric } } : {}) };
      }),
    chords,
    grips: [],
  };
}

const definedOnly = <T extends object>(each: T): Partial<T> =>
  Object.fromEntries(Object.entries(each).filter(([, value]) => value !== undefined)) as Partial<T>;
