import { barChords, sectionsOf } from '../../form/index.ts';
import { soundingShift } from '../../instrument/index.ts';
import { splitVoices, tuneOfScore, type Tune, type TuneNote } from '../../melody/index.ts';
import { parseSymbol, symbolText, transposeSymbol } from '../../pitch/index.ts';
import type { Score } from '../../score/index.ts';

/** A piece's tune and chords as they are heard, without the bass, the ornaments and the fingers of whoever plays it. */
export function plainTune(score: Score): Tune {
  const tune = tuneOfScore(score);
  const shift = soundingShift(score);
  const highest = sectionsOf(tune).flatMap(({ first, last }) => {
    const bars = tune.bars.slice(first, last + 1);
    const sung = bars.flatMap(({ notes }) =>
      notes.flatMap(({ voice, marks, midi }) => (voice === 'melody' && !marks.harmonic ? [midi] : [])),
    );
    return bars.map(() => Math.max(-Infinity, ...sung));
  });
  return {
    ...tune,
    bars: tune.bars.map((bar, index) => ({
      ...bar,
      notes: bar.notes
        .filter(({ voice, marks }) => voice === 'melody' && !marks.dead && !marks.grace)
        .map((note) => plain(note, highest[index] ?? Infinity)),
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

/** The tune of a file that does not tell the hands apart: what is no bass, without ornaments. Chords that the file names stay. */
export const tuneAlone = (tune: Tune): Tune => ({
  ...tune,
  bars: tune.bars.map((bar) => {
    const voices = splitVoices(bar);
    return {
      ...bar,
      grips: [],
      notes: bar.notes
        .filter((note) => voices.get(note) === 'melody' && !note.marks.dead && !note.marks.grace)
        .map((note) => plain({ ...note, voice: 'melody' }, Infinity)),
    };
  }),
});

/** A chime so many half steps over the rest of its section is the tune’s note in another octave (common practice: it is chosen for where it rings). */
const chimeOver = 2;

/** What is sung on a note, and what it is tied to, stays. `highest`: of the section’s other notes. */
function plain(
  { tick, durationTicks, midi, voice, marks: { tied, lyric, harmonic } }: TuneNote,
  highest: number,
): TuneNote {
  const by = midi - highest;
  const over = harmonic && Number.isFinite(highest) && by > chimeOver ? Math.ceil(by / 12) : 0;
  return {
    tick,
    durationTicks,
    midi: midi - 12 * over,
    ...(voice ? { voice } : {}),
    marks: { ...(tied ? { tied } : {}), ...(lyric === undefined ? {} : { lyric }) },
  };
}
