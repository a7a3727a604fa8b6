import fc from 'fast-check';
import type { StringNumber } from '../instrument/index.ts';
import { blankScore, inPlayingOrder, type Note, type Score } from '../score/index.ts';
import { tuning } from './parsed.ts';

export interface SmallScore {
  /** Moments of the one bar, an eighth apart. */
  readonly moments: number;
  readonly mostFret: number;
  readonly mostNotes: number;
}

const arrivals = [undefined, undefined, undefined, 'hammer-on', 'pull-off', 'slide'] as const;

/** Small scores of one bar with every kind of note the fretting hand meets, playable or not. */
export function smallScores({ moments, mostFret, mostNotes }: SmallScore): fc.Arbitrary<Score> {
  const note = fc.record({
    slot: fc.integer({ min: 0, max: moments - 1 }),
    string: fc.integer({ min: 1, max: 6 }),
    fret: fc.integer({ min: 0, max: mostFret }),
    slots: fc.integer({ min: 1, max: 4 }),
    arrival: fc.constantFrom(...arrivals),
    dead: fc.integer({ min: 0, max: 12 }),
    ending: fc.constantFrom(undefined, undefined, 'stopped' as const, 'let-ring' as const),
    finger: fc.constantFrom(undefined, undefined, undefined, undefined, 1 as const, 3 as const, 4 as const),
    bends: fc.integer({ min: 0, max: 8 }),
  });
  return fc
    .record({
      notes: fc.uniqueArray(note, {
        minLength: 1,
        maxLength: mostNotes,
        selector: ({ slot, string }) => `${slot} ${string}`,
      }),
      tuned: fc.constantFrom('standard', 'open-g', 'drop-d'),
      tempoBpm: fc.integer({ min: 50, max: 200 }),
      capo: fc.integer({ min: 0, max: 4 }),
    })
    .map(({ notes, tuned, tempoBpm, capo }) => ({
      ...blankScore({ title: 'Small score', barCount: 1, tuning: tuning(tuned) }),
      tempoBpm,
      capo,
      bars: [
        {
          metre: { beats: 4, unit: 4 as const },
          grips: [],
          thumbPattern: 'by-hand',
          notes: notes
            .map(({ slot, string, fret, slots, arrival, dead, ending, finger, bends }): Note => ({
              tick: slot * 480,
              durationTicks: slots * 480,
              string: string as StringNumber,
              fret,
              voice: string > 3 ? 'thumb' : 'melody',
              ...(arrival ? { arrival } : {}),
              ...(dead === 0 ? { dead: true as const } : {}),
              ...(ending ? { ending } : {}),
              ...(finger && fret > 0 ? { finger } : {}),
              ...(bends === 0 ? { bendCents: 50 } : {}),
            }))
            .sort(inPlayingOrder),
        },
      ],
    }));
}
