import { stringNumbers } from '../instrument/index.ts';
import {
  barStarts,
  beatAt,
  momentOf,
  numberOfBar,
  placedNotes,
  type PlacedNote,
  type Score,
  type Ticks,
} from '../score/index.ts';
import type { Section } from './sections.ts';

/** Where a line of steps begins and lands: bars as they are numbered, beats from 1. */
export interface Turnaround {
  readonly from: { readonly bar: number; readonly beat: number };
  readonly to: { readonly bar: number; readonly beat: number };
}

/** So many steps one way make a line (common practice: four steps, three at least). */
const fewestSteps = 3;

/**
 * The line of steps in the last two bars of a section: notes on one string that go the same way by one or two frets from beat to beat. It lands
 * on the note after the last step. Undefined where there is none.
 */
export function turnaroundOf(score: Score, { first, last }: Section): Turnaround | undefined {
  if (last - first < 3) return undefined;
  const starts = barStarts(score);
  const [from, until] = [starts[last - 1] ?? 0, starts[last + 1] ?? 0];
  const notes = placedNotes(score).filter(
    ({ atTicks, note }) => atTicks >= from && atTicks < until && !note.dead,
  );
  const lines = stringNumbers.flatMap((string) => {
    const own = firstOfBeats(notes.filter(({ note }) => note.string === string));
    return [1, -1].map((way) => longestLine(own, way));
  });
  const best = lines.reduce((found, each) => (each.length > found.length ? each : found), []);
  const [begin, end] = [best[0], best.at(-1)];
  if (!begin || !end || best.length < fewestSteps + 1) return undefined;
  return { from: momentAt(score, begin.atTicks), to: momentAt(score, end.atTicks) };
}

/** Notes that are struck again before the next step belong to the step. */
const firstOfBeats = (notes: readonly PlacedNote[]): PlacedNote[] =>
  notes.filter((each, index) => notes[index - 1]?.note.fret !== each.note.fret);

function longestLine(notes: readonly PlacedNote[], way: number): PlacedNote[] {
  let best: PlacedNote[] = [];
  let line: PlacedNote[] = [];
  for (const each of notes) {
    const step = (each.note.fret - (line.at(-1)?.note.fret ?? each.note.fret)) * way;
    line = line.length > 0 && step >= 1 && step <= 2 ? [...line, each] : [each];
    if (line.length > best.length) best = line;
  }
  return best;
}

function momentAt(score: Score, at: Ticks): Turnaround['from'] {
  const { bar, tick } = momentOf(score, at);
  return {
    bar: numberOfBar(score, bar),
    beat: beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, tick),
  };
}
