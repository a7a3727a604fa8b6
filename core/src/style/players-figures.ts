import {
  barTicks,
  beatTicks,
  gripAt,
  soundingFrets,
  type Note,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';

/** Something a player plays over a grip, to be taken up where a tune holds still over the same one. */
export interface PlayersFigure {
  /** A fill is the tune of the last half of a bar; an ending is both hands in a piece's last bar. */
  readonly kind: 'fill' | 'ending';
  /** The tuning's name. */
  readonly tuning: string;
  /** The grip as it is written, "x32010". */
  readonly grip: string;
  /** How long it is. */
  readonly ticks: Ticks;
  /** Ticks from its start; without fingers, words and ids. */
  readonly notes: readonly Note[];
}

/** A fill has as many notes or more: fewer are the tune itself. */
const fewestNotes = 3;

/** The figures of bars `first` to `last` of a piece, from 0, each once. */
export function figuresOf(score: Score, first: number, last: number): PlayersFigure[] {
  const found = new Map<string, PlayersFigure>();
  for (let index = first; index <= last; index += 1)
    for (const figure of [
      fillIn(score, index),
      ...(index === score.bars.length - 1 ? [endingOf(score)] : []),
    ])
      if (figure) found.set(JSON.stringify(figure), figure);
  return [...found.values()];
}

function fillIn(score: Score, index: number): PlayersFigure | undefined {
  const bar = score.bars[index];
  if (!bar) return undefined;
  const ticks = fillTicks(score, index);
  const from = barTicks(bar.metre) - ticks;
  const grip = gripAt(score, index, from);
  const notes = bar.notes.filter(({ voice, tick }) => voice === 'melody' && tick >= from);
  const isWhole =
    notes.length >= fewestNotes && !bar.grips.some(({ tick }) => tick > from) && notes.every(standsAlone);
  const begins = notes.find(({ tick }) => tick === from);
  if (!grip || !isWhole || !begins || begins.arrival) return undefined;
  return {
    kind: 'fill',
    tuning: score.tuning.name,
    grip: fretsText(soundingFrets(grip)),
    ticks,
    notes: notes.map((note) => ({ ...bare(note), tick: note.tick - from })),
  };
}

/** The last half of a bar in twos and fours; the last two beats of one in three. */
export function fillTicks(score: Score, index: number): Ticks {
  const metre = score.bars[index]?.metre ?? { beats: 4, unit: 4 };
  const whole = barTicks(metre);
  const beats = whole / beatTicks(metre);
  return beats % 2 === 0 ? whole / 2 : Math.min(whole, 2 * beatTicks(metre));
}

function endingOf(score: Score): PlayersFigure | undefined {
  const bar = score.bars.at(-1);
  const grip = bar && gripAt(score, score.bars.length - 1, 0);
  if (!grip || bar.grips.some(({ tick }) => tick > 0) || !bar.notes.every(standsAlone)) return undefined;
  const first = bar.notes.filter(({ tick }) => tick === 0);
  if (first.length === 0 || first.some(({ arrival }) => arrival)) return undefined;
  return {
    kind: 'ending',
    tuning: score.tuning.name,
    grip: fretsText(soundingFrets(grip)),
    ticks: barTicks(bar.metre),
    notes: bar.notes.map(bare),
  };
}

/** Needs nothing from outside the figure. */
const standsAlone = ({ tied, grace }: Note): boolean => !tied && !grace;

/** Told of a note in one piece, or chosen there: a figure carries none of it. */
const ofThePiece: ReadonlySet<string> = new Set([
  'id',
  'lyric',
  'comment',
  'finger',
  'picking',
  'position',
  'byHand',
  'optional',
  'certainty',
  'keepString',
]);

const bare = (note: Note): Note =>
  Object.fromEntries(Object.entries(note).filter(([field]) => !ofThePiece.has(field))) as unknown as Note;
