import { barChords } from '../../form/index.ts';
import { soundingShift } from '../../instrument/index.ts';
import { tuneOfScore, type Tune, type TuneNote } from '../../melody/index.ts';
import { parseSymbol, symbolText, transposeSymbol } from '../../pitch/index.ts';
import type { Score } from '../../score/index.ts';

/** A piece's tune and chords as they are heard, without the bass, the ornaments and the fingers of whoever plays it. */
export function plainTune(score: Score): Tune {
  const tune = tuneOfScore(score);
  const shift = soundingShift(score);
  return {
    ...tune,
    bars: tune.bars.map((bar, index) => ({
      ...bar,
      notes: bar.notes
        .filter(({ voice, marks }) => voice === 'melody' && !marks.dead && !marks.grace)
        .map(plain),
      chords: barChords(score, index)
        .filter(({ isCarried }) => !isCarried || index === 0)
        .flatMap(({ tick, name }) => {
          const symbol = name === undefined ? undefined : parseSymbol(name);
          return symbol?.ok
            ? [{ tick, symbol: symbolText(transposeSymbol(symbol.value, shift, score.key)) }]
            : [];
        }),
    })),
  };
}

/** What is sung on a note, and what it is tied to, stays. */
const plain = ({ tick, durationTicks, midi, voice, marks: { tied, lyric } }: TuneNote): TuneNote => ({
  tick,
  durationTicks,
  midi,
  ...(voice ? { voice } : {}),
  marks: { ...(tied ? { tied } : {}), ...(lyric === undefined ? {} : { lyric }) },
});
