import { soundingShift } from '../instrument/index.ts';
import { transposeKey } from '../pitch/index.ts';
import { heardWholeMidi, type Study } from '../score/index.ts';
import type { Tune, TuneNote } from './tune.ts';

/** What a study sounds, free of its strings and frets: to be laid anew on another guitar. Its grips go with its strings. */
export const tuneOfStudy = (study: Study): Tune => ({
  title: study.title,
  player: study.player,
  key: transposeKey(study.key, soundingShift(study)),
  tempoBpm: study.tempoBpm,
  swingPercent: study.swingPercent,
  capo: 0,
  bars: study.bars.map(({ notes, grips: _, thumbPattern: __, beatPatterns: ___, leftOut: ____, ...bar }) => ({
    ...bar,
    chords: [],
    grips: [],
    notes: notes.map((note): TuneNote => {
      const { tick, durationTicks, string: _, fret: __, voice, finger: ___, ...marks } = note;
      return { tick, durationTicks, midi: heardWholeMidi(study, note), voice, marks };
    }),
  })),
});
