import { gripAt, inPlayingOrder, isSameValue, type Bar, type Note, type Score } from '../score/index.ts';
import { byHand } from './pattern-table.ts';
import { patternStretches } from './pattern-at.ts';
import { realisePattern, type SolvedStroke } from './realise.ts';

/**
 * Writes the thumb voice of every bar from its patterns and its grips. Strokes changed by hand and strokes left out stay so; a
 * stretch by hand, or of an unknown pattern, keeps what it has. Bars that come out the same are the same objects as before.
 */
export function applyThumb(score: Score): Score {
  const bars = score.bars.map((bar, index) => withThumb(score, bar, index));
  return bars.every((bar, index) => bar === score.bars[index]) ? score : { ...score, bars };
}

/** A stroke that could not be made as wanted, with its bar from 0. */
export interface SolvedInBar extends SolvedStroke {
  readonly bar: number;
}

/** Every stroke of the piece that could not be made as its pattern wants it, and what was done instead. */
export const solvedStrokes = (score: Score): SolvedInBar[] =>
  score.bars.flatMap((bar, index) => {
    const own = new Set(handStrokes(bar).map(({ tick }) => tick));
    return layBar(score, bar, index)
      .solved.filter(({ tick }) => !own.has(tick) && !bar.leftOut?.includes(tick))
      .map((stroke) => ({ ...stroke, bar: index }));
  });

const handStrokes = (bar: Bar): Note[] => bar.notes.filter((note) => note.voice === 'thumb' && note.byHand);

function layBar(score: Score, bar: Bar, index: number): { notes: Note[]; solved: SolvedStroke[] } {
  const melody = bar.notes.filter((note) => note.voice === 'melody');
  const laid = patternStretches(score, index).map(({ from, until, name, pattern }) => {
    if (!pattern || name === byHand)
      return {
        notes: bar.notes.filter((note) => note.voice === 'thumb' && note.tick >= from && note.tick < until),
        solved: [],
      };
    return realisePattern(pattern, {
      metre: bar.metre,
      tuning: score.tuning,
      ending: score.bassEnding,
      key: score.key,
      from,
      until,
      gripAt: (tick) => gripAt(score, index, tick),
      nextGrip: score.bars[index + 1] ? gripAt(score, index + 1, 0) : undefined,
      takenAt: (tick) => new Set(melody.filter((note) => note.tick === tick).map((note) => note.string)),
    });
  });
  return { notes: laid.flatMap(({ notes }) => notes), solved: laid.flatMap(({ solved }) => solved) };
}

function withThumb(score: Score, bar: Bar, index: number): Bar {
  const own = handStrokes(bar);
  const ownTicks = new Set(own.map(({ tick }) => tick));
  const laid = layBar(score, bar, index).notes.filter(
    (note) => note.byHand === true || (!ownTicks.has(note.tick) && !bar.leftOut?.includes(note.tick)),
  );
  const kept = own.filter((note) => !laid.includes(note));
  const thumb = endBeforeNext([...laid, ...kept].sort(inPlayingOrder));
  const before = bar.notes.filter((note) => note.voice === 'thumb');
  if (isSameValue(before, thumb)) return bar;
  const melody = bar.notes.filter((note) => note.voice === 'melody');
  return { ...bar, notes: [...melody, ...thumb].sort(inPlayingOrder) };
}

/** Laid strokes end where a stroke by hand begins. */
const endBeforeNext = (notes: readonly Note[]): Note[] =>
  notes.map((note) => {
    const next = notes.find((other) => other.tick > note.tick)?.tick ?? Infinity;
    return note.tick + note.durationTicks > next ? { ...note, durationTicks: next - note.tick } : note;
  });
