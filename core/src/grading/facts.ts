import { reaches, type Reach } from '../hands/index.ts';
import {
  tempoMap,
  gripAt,
  isOnBeat,
  pinchTicks,
  placedNotes,
  type PlacedNote,
  type Score,
} from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';

/** What a grade is measured from, counted once. `bar` of every place counts from 0. */
export interface ScoreFacts {
  readonly score: Score;
  readonly melody: readonly PlacedNote[];
  readonly thumb: readonly PlacedNote[];
  readonly offBeats: readonly PlacedNote[];
  readonly pinches: readonly { readonly bar: number; readonly tick: number }[];
  readonly gripChanges: readonly { readonly bar: number; readonly tick: number }[];
  readonly reaches: readonly Reach[];
  readonly durationS: number;
}

export function factsOf(score: Score): ScoreFacts {
  const melody = placedNotes(score, 'melody');
  const thumb = placedNotes(score, 'thumb');
  const struck = new Set(thumb.map(({ atTicks }) => atTicks));
  return {
    score,
    melody,
    thumb,
    offBeats: melody.filter(
      ({ bar, atTicks, note }) => !note.tied && !struck.has(atTicks) && !onBeat(score, bar, note.tick),
    ),
    pinches: score.bars.flatMap((bar, index) => pinchTicks(bar).map((tick) => ({ bar: index, tick }))),
    gripChanges: changesOf(score),
    reaches: reaches(score),
    durationS: tempoMap(score).endS,
  };
}

const onBeat = (score: Score, bar: number, tick: number): boolean => {
  const metre = score.bars[bar]?.metre;
  return metre !== undefined && isOnBeat(metre, tick);
};

/** Moments where the fretting hand takes another grip than the one before. */
function changesOf(score: Score): { bar: number; tick: number }[] {
  return score.bars.flatMap((bar, index) =>
    bar.grips
      .filter((grip) => {
        const before =
          grip.tick > 0 ? gripAt(score, index, grip.tick - 1) : gripAt(score, index - 1, Infinity);
        return before !== undefined && fretsText(before.frets) !== fretsText(grip.frets);
      })
      .map(({ tick }) => ({ bar: index, tick })),
  );
}
