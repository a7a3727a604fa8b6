import { splitDuration } from '../engraving/index.ts';
import { numberOfBar, beatAt, type Finding, type Score } from '../score/index.ts';

/** Notes whose length no written value, tied or not, adds up to. */
export const oddLengths = (score: Score): Finding[] =>
  score.bars.flatMap((bar, index) =>
    bar.notes.flatMap((note): Finding[] => {
      const { values, remainder } = splitDuration(note.durationTicks);
      if (remainder === 0) return [];
      const nearest = values.reduce((sum, { ticks }) => sum + ticks, 0);
      const place = { bar: index, tick: note.tick, string: note.string, voice: note.voice };
      return [
        {
          severity: 'warning',
          code: 'length-missing',
          bar: numberOfBar(score, index),
          beat: beatAt(bar.metre, note.tick),
          string: note.string,
          message: `The ${note.voice} note is ${note.durationTicks} ticks long, which no written length adds up to`,
          remedy: 'Choose a written length',
          remedies:
            nearest > 0
              ? [
                  {
                    words: 'Shorten it to a written length',
                    edits: [{ kind: 'length', place, durationTicks: nearest }],
                  },
                ]
              : [{ words: 'Take it out', edits: [{ kind: 'remove', place }] }],
        },
      ];
    }),
  );
