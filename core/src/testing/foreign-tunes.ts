import fc from 'fast-check';
import type { Note, Score } from '../score/index.ts';
import { blankScore } from '../score/index.ts';

/** Rhythms of one quarter, in ticks: halves, quarters of it, triplets and swung pairs. */
const quarters = [
  [960],
  [480, 480],
  [240, 240, 480],
  [720, 240],
  [320, 320, 320],
  [640, 320],
  [320, 640],
  [160, 160, 320, 320],
];

/** Melodies as foreign tunes have them: triplets, ties within and over bars, notes outside the key, rests, two notes at once. */
export const foreignTunes: fc.Arbitrary<Score> = fc
  .record({
    key: fc.constantFrom('C', 'G', 'E', 'F', 'Ab', 'Bb'),
    mode: fc.constantFrom('major' as const, 'minor' as const),
    beats: fc.constantFrom(2, 3, 4),
    capo: fc.constantFrom(0, 0, 2),
    quarters: fc.array(
      fc.record({
        rhythm: fc.constantFrom(...quarters),
        frets: fc.array(fc.integer({ min: -2, max: 12 }), { minLength: 4, maxLength: 4 }),
        tie: fc.integer({ min: 0, max: 3 }),
        second: fc.integer({ min: 0, max: 5 }),
      }),
      { minLength: 2, maxLength: 12 },
    ),
  })
  .map(({ key, mode, beats, capo, quarters: drawn }): Score => {
    const bars: Score['bars'] = [];
    let last: Note | undefined;
    drawn.forEach(({ rhythm, frets, tie, second }, index) => {
      if (index % beats === 0) bars.push({ metre: { beats, unit: 4 }, grips: [], notes: [] });
      const bar = bars.at(-1);
      let tick = (index % beats) * 960;
      rhythm.forEach((durationTicks, at) => {
        const fret = frets[at] ?? 0;
        const isTied = at === 0 && tie === 0 && last !== undefined;
        if (isTied && last) {
          last = { tick, durationTicks, string: last.string, fret: last.fret, voice: 'melody', tied: true };
          bar?.notes.push(last);
        } else if (fret >= 0) {
          last = { tick, durationTicks, string: 1, fret, voice: 'melody' };
          bar?.notes.push(last);
          if (second === at)
            bar?.notes.push({ tick, durationTicks, string: 2, fret: (fret + 1) % 12, voice: 'melody' });
        } else last = undefined;
        tick += durationTicks;
      });
    });
    return {
      ...blankScore({ title: 'Foreign' }),
      key: { tonic: key, mode },
      capo,
      tempoBpm: 60,
      bars: bars.length > 0 ? bars : blankScore({ title: 'Foreign', barCount: 1 }).bars,
    };
  })
  .filter(({ bars }) => bars.some(({ notes }) => notes.length > 0));
