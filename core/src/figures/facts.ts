import { barChords } from '../form/index.ts';
import { barStarts, beatTicks, countedAt, placedNotes, type Ticks } from '../score/index.ts';
import type { Figure } from './figure.ts';

/** What can be said of a figure by reading it. */
export interface FigureFacts {
  /** Numerals of its chords in order, each once in a row; undefined chords are left out. */
  readonly chords: readonly string[];
  /** The chord it begins on, and the one it leads to: else its last. */
  readonly from: string | undefined;
  readonly to: string | undefined;
  /** Felt beats from its beginning to its end. */
  readonly beats: number;
  /** Beat of the bar it begins on, from 1. */
  readonly beginsOnBeat: number;
  /** Beat of the bar its last note is struck on: a number, or "2&". */
  readonly endsOn: string;
  /** Frets that are pressed, from the lowest to the highest; undefined when all is open. */
  readonly frets: readonly [number, number] | undefined;
  readonly openNotes: number;
  readonly hasThumb: boolean;
  readonly hasMelody: boolean;
}

const known = new WeakMap<Figure, FigureFacts>();

/** The facts of a figure; remembered, as lists are sorted by them. */
export function figureFacts(figure: Figure): FigureFacts {
  const facts = known.get(figure) ?? readFacts(figure);
  known.set(figure, facts);
  return facts;
}

function readFacts(figure: Figure): FigureFacts {
  const { score, fromTick, leadsTo } = figure;
  const numerals = score.bars.flatMap((_, index) =>
    barChords(score, index).flatMap(({ numeral }) => numeral ?? []),
  );
  const chords = numerals.filter((numeral, index) => numeral !== numerals[index - 1]);
  const notes = placedNotes(score).map(({ note }) => note);
  const struck = placedNotes(score).filter(({ note }) => !note.tied);
  const pressed = notes.filter(({ fret, dead }) => fret > 0 && !dead).map(({ fret }) => fret);
  const metre = score.bars[0]?.metre ?? { beats: 4, unit: 4 };
  const last = struck.at(-1);
  return {
    chords,
    from: chords[0],
    to: leadsTo ?? chords.at(-1),
    beats: figureTicks(figure) / beatTicks(metre),
    beginsOnBeat: 1 + fromTick / beatTicks(metre),
    endsOn: last ? countedAt(score.bars[last.bar]?.metre ?? metre, last.note.tick) : '1',
    frets: pressed.length === 0 ? undefined : [Math.min(...pressed), Math.max(...pressed)],
    openNotes: notes.filter(({ fret, dead }) => fret === 0 && !dead).length,
    hasThumb: notes.some(({ voice }) => voice === 'thumb'),
    hasMelody: notes.some(({ voice }) => voice === 'melody'),
  };
}

/** How long a figure is. */
function figureTicks({ score, fromTick, toTick }: Figure): Ticks {
  const starts = barStarts(score);
  return (starts[score.bars.length - 1] ?? 0) + toTick - fromTick;
}
