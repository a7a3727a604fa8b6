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
  /** Beat of the bar its last note is struck on: a number, or "2&". */
  readonly endsOn: string;
}

const known = new WeakMap<Figure, FigureFacts>();

/** The facts of a figure; remembered, as lists are sorted by them. */
export function figureFacts(figure: Figure): FigureFacts {
  const facts = known.get(figure) ?? readFacts(figure);
  known.set(figure, facts);
  return facts;
}

function readFacts(figure: Figure): FigureFacts {
  const { score, leadsTo } = figure;
  const numerals = score.bars.flatMap((_, index) =>
    barChords(score, index).flatMap(({ numeral }) => numeral ?? []),
  );
  const chords = numerals.filter((numeral, index) => numeral !== numerals[index - 1]);
  const struck = placedNotes(score).filter(({ note }) => !note.tied);
  const metre = score.bars[0]?.metre ?? { beats: 4, unit: 4 };
  const last = struck.at(-1);
  return {
    chords,
    from: chords[0],
    to: leadsTo ?? chords.at(-1),
    beats: figureTicks(figure) / beatTicks(metre),
    endsOn: last ? countedAt(score.bars[last.bar]?.metre ?? metre, last.note.tick) : '1',
  };
}

/** How long a figure is. */
function figureTicks({ score, fromTick, toTick }: Figure): Ticks {
  const starts = barStarts(score);
  return (starts[score.bars.length - 1] ?? 0) + toTick - fromTick;
}
