import {
  barTicks,
  beatStarts,
  gripAt,
  inPlayingOrder,
  isPicked,
  type Bar,
  type Note,
  type Score,
  type Ticks,
} from '../../score/index.ts';
import { barPattern, byHand } from '../../thumb/index.ts';
import { reduceScore, withoutLooseSlurs } from '../simplify/index.ts';

/** What a rung keeps of a score. Rungs keep the notes they were cut with: no pattern may write the thumb anew. */
export const cuts = {
  'thumb-alone': (score: Score) => cut(score, (bar) => bar.notes.filter(isBass)),
  'melody-alone': (score: Score) => cut(score, tuneOf),
  skeleton: (score: Score) => withoutLooseSlurs(cut(score, skeletonOf)),
  pinches: (score: Score) => cut(score, pinchesOnly),
  plain: (score: Score) =>
    withoutLooseSlurs(reduceScore(score, { optional: 1, ornament: 1, muted: 1, slur: 2 }, new Set()).score),
} as const;

export type CutId = keyof typeof cuts;

const isBass = (note: Note) => note.voice === 'thumb';

function cut(score: Score, keep: (bar: Bar, index: number, score: Score) => readonly Note[]): Score {
  const bars = score.bars.map((bar, index): Bar => {
    const { leftOut: _, beatPatterns: __, ...plain } = bar;
    return { ...plain, thumbPattern: byHand, notes: [...keep(bar, index, score)] };
  });
  return { ...score, bars };
}

/** The tune in whichever hand it is: where the melody rests for a bar and the thumb was written by hand, the thumb has it. */
function tuneOf(bar: Bar, index: number, score: Score): readonly Note[] {
  const melody = bar.notes.filter((note) => !isBass(note));
  if (melody.length > 0 || score.bars.every(({ notes }) => notes.every(isBass))) return melody;
  return barPattern(score, index) === byHand ? bar.notes : [];
}

/** Thumb strokes, and the melody notes picked with one, each held up to the next of them. */
function pinchesOnly(bar: Bar, index: number, score: Score): Note[] {
  const strokes = new Set(bar.notes.filter(isBass).map(({ tick }) => tick));
  const melody = bar.notes.filter((note) => !isBass(note) && isPicked(note) && strokes.has(note.tick));
  return withHeld({ bar, index, score }, bar.notes.filter(isBass), melody);
}

/** One bass note a bar and the tune where it falls on a beat. */
function skeletonOf(bar: Bar, index: number, score: Score): Note[] {
  const beats = new Set(beatStarts(bar.metre));
  const first = Math.min(...bar.notes.filter(isBass).map(({ tick }) => tick));
  const bass = bar.notes
    .filter((note) => isBass(note) && note.tick === first)
    .map((note) => ({
      ...note,
      durationTicks: untilTaken(
        note,
        bar.notes.filter((each) => !isBass(each)),
        bar,
      ),
    }));
  const melody = bar.notes.filter((note) => !isBass(note) && isPicked(note) && beats.has(note.tick));
  return withHeld({ bar, index, score }, bass, melody);
}

interface PlacedBar {
  readonly bar: Bar;
  readonly index: number;
  readonly score: Score;
}

/** Notes of the grip and open strings are held up to the next; others as long as they were, as they keep a finger from the grip. */
function withHeld({ bar, index, score }: PlacedBar, bass: readonly Note[], melody: readonly Note[]): Note[] {
  const held = melody.map((note) => {
    const isOfGrip = note.fret === 0 || gripAt(score, index, note.tick)?.frets[6 - note.string] === note.fret;
    const room = lengthUpToNext(note, melody, bass, bar);
    return { ...note, durationTicks: isOfGrip ? room : Math.min(room, note.durationTicks) };
  });
  return [...bass, ...held].sort(inPlayingOrder);
}

/** Up to the next note of the melody, or of the bass on its string. */
function lengthUpToNext(note: Note, melody: readonly Note[], bass: readonly Note[], bar: Bar): Ticks {
  const later = [...melody, ...bass.filter(({ string }) => string === note.string)]
    .map(({ tick }) => tick)
    .filter((tick) => tick > note.tick);
  return Math.min(barTicks(bar.metre), ...later) - note.tick;
}

/** To the end of the bar, or until its string is taken. */
function untilTaken({ tick, string }: Note, others: readonly Note[], bar: Bar): Ticks {
  const taken = others
    .filter((other) => other.string === string && other.tick > tick)
    .map((other) => other.tick);
  return Math.min(barTicks(bar.metre), ...taken) - tick;
}
