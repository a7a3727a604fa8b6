import { gripName } from '../engraving/index.ts';
import { barsAlone } from '../form/index.ts';
import { gradeScore, withoutLooseSlurs } from '../grading/index.ts';
import { fingerGrip, gripChange, type Hand } from '../hands/index.ts';
import {
  barTicks,
  beatStarts,
  gripAt,
  isOnBeat,
  numberOfBar,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';
import { applyThumb } from '../thumb/index.ts';

export type DrillId = 'change' | 'bass' | 'backwards' | 'off-beat';

/** A small piece of music made from what is to be learned, to be gone round and round. */
export interface Drill {
  readonly id: DrillId;
  /** "The change from C to F" */
  readonly name: string;
  /** What to do, in a sentence or two. */
  readonly says: string;
  readonly score: Score;
}

interface Bars {
  /** From 0, both included. */
  readonly first: number;
  readonly last: number;
}

/**
 * The drills that some bars of a piece offer (common practice): its longest change of grip back and forth under the thumb; the bass alone; its hardest bar from its end, a beat more each time; its most off-beat notes against the thumb. What the bars do not have makes no drill.
 */
export const drillsOf = (score: Score, bars: Bars, hand: Hand): Drill[] =>
  [change(score, bars, hand), bassAlone(score, bars), backwards(score, bars), offBeats(score, bars)].flatMap(
    (drill) => drill ?? [],
  );

const indexes = ({ first, last }: Bars): number[] =>
  Array.from({ length: last - first + 1 }, (_, index) => first + index);

/** Of bars alone, without what belongs to the whole piece; as a bar may come twice, without its name. */
const inPlace = (score: Score, bars: readonly Bar[]): Score => ({
  ...score,
  bars: bars.map(
    ({ id: _, sameAs: __, repeatTimes: ___, repeatStart: ____, endings: _____, section: ______, ...bar }) =>
      bar,
  ),
});

function change(score: Score, bars: Bars, hand: Hand): Drill | undefined {
  const held = (grip: PlacedGrip) => fingerGrip(grip.frets, score, hand, grip.fingers ?? []);
  let hardest: { from: PlacedGrip; to: PlacedGrip; bar: number; costMm: number } | undefined;
  for (const bar of indexes(bars))
    for (const to of score.bars[bar]?.grips ?? []) {
      const from = to.tick > 0 ? gripAt(score, bar, to.tick - 1) : gripAt(score, bar - 1, Infinity);
      if (!from || (bar === bars.first && to.tick === 0)) continue;
      if (fretsText(from.frets) === fretsText(to.frets)) continue;
      const [before, after] = [held(from), held(to)];
      if (!before || !after) continue;
      const { costMm } = gripChange(before, after, score);
      if (!hardest || costMm > hardest.costMm) hardest = { from, to, bar, costMm };
    }
  if (!hardest) return undefined;
  const { from, to, bar } = hardest;
  const of = score.bars[bar];
  if (!of) return undefined;
  const pattern = of.thumbPattern ?? score.thumbPattern;
  const plain = (grip: PlacedGrip): Bar => ({
    metre: of.metre,
    grips: [{ ...grip, tick: 0 }],
    notes: [],
    thumbPattern: pattern === 'by-hand' ? usualThumb : pattern,
  });
  const name = (grip: PlacedGrip) => gripName(score, grip, (each) => each);
  return {
    id: 'change',
    name: `The change from ${name(from)} to ${name(to)}`,
    says: 'Only the thumb and the two grips. Go when the fingers are there, not when the bar is: begin slowly.',
    score: applyThumb({ ...inPlace(score, [plain(from), plain(to)]), thumbPattern: usualThumb }),
  };
}

const usualThumb = 'two-string';
const isBass = ({ voice }: Note): boolean => voice === 'thumb';

/** Each note is its own, as a bar may come twice. */
const withNotes = (bar: Bar, keep: (note: Note) => boolean): Bar => {
  const { leftOut: _, beatPatterns: __, ...plain } = bar;
  return {
    ...plain,
    thumbPattern: 'by-hand',
    notes: bar.notes.filter(keep).map(({ id: _id, ...note }) => note),
  };
};

function bassAlone(score: Score, { first, last }: Bars): Drill | undefined {
  const alone = barsAlone(score, first, last);
  const notes = alone.bars.flatMap((bar) => bar.notes);
  if (!notes.some(isBass) || notes.every(isBass)) return undefined;
  return {
    id: 'bass',
    name: 'The bass alone, eyes shut',
    says: 'The thumb by itself until it goes without looking. Then hum the tune over it.',
    score: inPlace(
      alone,
      alone.bars.map((bar) => withNotes(bar, isBass)),
    ),
  };
}

function backwards(score: Score, bars: Bars): Drill | undefined {
  const graded = indexes(bars)
    .filter((bar) => (score.bars[bar]?.notes.length ?? 0) > 0)
    .map((bar) => ({ bar, points: gradeScore(barsAlone(score, bar, bar)).exact }));
  const [hardest] = [...graded].sort((a, b) => b.points - a.points);
  if (!hardest) return undefined;
  const alone = barsAlone(score, hardest.bar, hardest.bar);
  const [bar] = alone.bars;
  if (!bar) return undefined;
  const starts = beatStarts(bar.metre).filter((start) =>
    bar.notes.some(({ tick }) => tick >= start && tick < barTicks(bar.metre)),
  );
  if (starts.length < 2) return undefined;
  const steps = [...starts].reverse().map((start) => withNotes(bar, ({ tick }) => tick >= start));
  return {
    id: 'backwards',
    name: `Bar ${numberOfBar(score, hardest.bar)} from its end`,
    says: 'The hardest bar, its last beat first, then a beat more each time: you always play into what you know.',
    score: withoutLooseSlurs(inPlace(alone, steps)),
  };
}

function offBeats(score: Score, bars: Bars): Drill | undefined {
  const isOff = (bar: Bar) => (note: Note) => !isBass(note) && !isOnBeat(bar.metre, note.tick) && !note.tied;
  const counted = indexes(bars).map((index) => {
    const bar = score.bars[index];
    return { index, count: bar ? bar.notes.filter(isOff(bar)).length : 0 };
  });
  const [most] = [...counted].sort((a, b) => b.count - a.count);
  if (!most || most.count === 0) return undefined;
  const alone = barsAlone(score, most.index, most.index);
  const [bar] = alone.bars;
  if (!bar?.notes.some(isBass)) return undefined;
  return {
    id: 'off-beat',
    name: `The off-beats of bar ${numberOfBar(score, most.index)} against the thumb`,
    says: 'First the thumb with the notes between the beats alone, then the bar as it is written. Say “and” with each.',
    score: withoutLooseSlurs(
      inPlace(alone, [
        withNotes(bar, (note) => isBass(note) || isOff(bar)(note)),
        withNotes(bar, () => true),
      ]),
    ),
  };
}
