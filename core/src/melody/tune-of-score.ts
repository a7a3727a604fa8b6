import { soundingShift } from '../instrument/index.ts';
import { transposeKey } from '../pitch/index.ts';
import { heardWholeMidi, type Score } from '../score/index.ts';
import type { Tune, TuneNote } from './tune.ts';

/** What a score sounds, free of its strings and frets: to be laid anew on another guitar. Its grips go with its strings. */
export const tuneOfScore = (score: Score): Tune => ({
  title: score.title,
  player: score.player,
  key: transposeKey(score.key, soundingShift(score)),
  tempoBpm: score.tempoBpm,
  swingPercent: score.swingPercent,
  capo: 0,
  bars: score.bars.map(({ notes, grips: _, thumbPattern: __, beatPatterns: ___, leftOut: ____, ...bar }) => ({
    ...bar,
    chords: [],
    grips: [],
    notes: notes.map((note): TuneNote => {
      const { tick, durationTicks, string: _, fret: __, voice, finger: ___, ...marks } = note;
      return { tick, durationTicks, midi: heardWholeMidi(score, note), voice, marks };
    }),
  })),
});
