import { reaches, type Reach } from '../hands/index.ts';
import {
  barStarts,
  gripAt,
  isOnBeat,
  pinchTicks,
  placedNotes,
  type PlacedNote,
  type Study,
} from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';

/** What a grade is measured from, counted once. `bar` of every place counts from 0. */
export interface StudyFacts {
  readonly study: Study;
  readonly melody: readonly PlacedNote[];
  readonly thumb: readonly PlacedNote[];
  readonly offBeats: readonly PlacedNote[];
  readonly pinches: readonly { readonly bar: number; readonly tick: number }[];
  readonly gripChanges: readonly { readonly bar: number; readonly tick: number }[];
  readonly reaches: readonly Reach[];
  readonly durationS: number;
}

export function factsOf(study: Study): StudyFacts {
  const melody = placedNotes(study, 'melody');
  const thumb = placedNotes(study, 'thumb');
  const struck = new Set(thumb.map(({ atTicks }) => atTicks));
  return {
    study,
    melody,
    thumb,
    offBeats: melody.filter(
      ({ bar, atTicks, note }) => !note.tied && !struck.has(atTicks) && !onBeat(study, bar, note.tick),
    ),
    pinches: study.bars.flatMap((bar, index) => pinchTicks(bar).map((tick) => ({ bar: index, tick }))),
    gripChanges: changesOf(study),
    reaches: reaches(study),
    durationS: ((barStarts(study).at(-1) ?? 0) / 960) * (60 / study.tempoBpm),
  };
}

const onBeat = (study: Study, bar: number, tick: number): boolean => {
  const metre = study.bars[bar]?.metre;
  return metre !== undefined && isOnBeat(metre, tick);
};

/** Moments where the fretting hand takes another grip than the one before. */
function changesOf(study: Study): { bar: number; tick: number }[] {
  return study.bars.flatMap((bar, index) =>
    bar.grips
      .filter((grip) => {
        const before =
          grip.tick > 0 ? gripAt(study, index, grip.tick - 1) : gripAt(study, index - 1, Infinity);
        return before !== undefined && fretsText(before.frets) !== fretsText(grip.frets);
      })
      .map(({ tick }) => ({ bar: index, tick })),
  );
}
