import { blankScore, type Note, type Score } from '../score/index.ts';
import { key, tuning } from './parsed.ts';
import type { StringNumber } from '../instrument/index.ts';

/** A passage made up for tests: bars of four thumb strokes and of melody notes, written `string.fret` and `eighth:string.fret`. */
export interface InventedPassage {
  readonly name: string;
  readonly tuning: string;
  readonly key: string;
  readonly bars: readonly (readonly [thumb: string, melody: string])[];
}

/** Three invented passages each for four tunings, lying as players of those tunings let them lie: bass on open strings. */
export const inventedPassages: readonly InventedPassage[] = [
  {
    name: 'open D, thumb on three open strings',
    tuning: 'open-d',
    key: 'D',
    bars: [
      ['6.0 4.0 5.0 4.0', '0:1.0 3:2.0 4:1.2 6:1.0'],
      ['6.0 4.0 5.0 4.0', '0:3.0 1:2.0 3:1.0 5:2.2'],
      ['4.5 4.5 4.5 4.5', '0:1.5 2:1.4 4:1.2 7:1.0'],
      ['6.0 4.0 5.0 4.0', '0:2.0 3:3.1 4:3.0 6:4.0'],
    ],
  },
  {
    name: 'open D, melody up string 1 over a drone',
    tuning: 'open-d',
    key: 'D',
    bars: [
      ['6.0 6.0 6.0 6.0', '0:1.7 1:1.5 3:1.4 6:1.0'],
      ['6.0 6.0 6.0 6.0', '0:1.12 3:1.9 4:1.7 7:2.0'],
      ['5.0 4.0 5.0 4.0', '0:1.2 2:2.2 4:1.2 6:2.0'],
      ['6.0 4.0 5.0 4.0', '0:1.0 2:2.0 4:3.0 6:4.0'],
    ],
  },
  {
    name: 'open D, broken chord with off-beats',
    tuning: 'open-d',
    key: 'D',
    bars: [
      ['6.0 5.0 4.0 5.0', '1:3.0 3:2.0 5:1.0 7:2.0'],
      ['6.0 5.0 4.0 5.0', '1:3.0 3:2.3 5:1.0 7:2.3'],
      ['5.0 4.2 5.0 4.2', '1:3.3 3:2.0 5:1.2 7:2.0'],
      ['6.0 5.0 4.0 5.0', '0:3.0 0:1.0 4:1.4 6:1.2'],
    ],
  },
  {
    name: 'open G, alternating between 5 and 4',
    tuning: 'open-g',
    key: 'G',
    bars: [
      ['5.0 4.0 5.0 4.0', '0:1.0 1:1.3 3:1.0 5:2.0'],
      ['5.0 4.0 5.0 4.0', '0:1.5 3:1.3 4:1.0 7:2.3'],
      ['4.0 6.0 4.0 6.0', '0:2.0 2:2.1 4:3.0 6:2.0'],
      ['5.0 4.0 6.0 4.0', '0:1.0 2:2.0 4:3.0 6:4.0'],
    ],
  },
  {
    name: 'open G, double stops at the fifth fret',
    tuning: 'open-g',
    key: 'G',
    bars: [
      ['5.0 4.0 5.0 4.0', '0:1.5 0:2.5 3:1.3 4:1.0'],
      ['5.5 4.5 5.5 4.5', '0:1.5 2:2.5 4:1.5 6:2.5'],
      ['5.0 4.0 5.0 4.0', '0:1.0 0:2.0 3:3.0 5:2.0'],
      ['6.0 4.0 5.0 4.0', '0:2.0 2:3.0 4:2.0 6:1.0'],
    ],
  },
  {
    name: 'open G, thump on string 5',
    tuning: 'open-g',
    key: 'G',
    bars: [
      ['5.0 5.0 5.0 5.0', '1:1.0 3:2.0 4:3.3 6:3.0'],
      ['5.0 5.0 5.0 5.0', '1:1.3 3:1.0 5:2.0 6:2.3'],
      ['6.0 6.0 6.0 6.0', '0:1.0 3:1.4 4:1.0 7:2.0'],
      ['5.0 5.0 5.0 5.0', '0:3.0 2:2.0 4:1.0 6:1.5'],
    ],
  },
  {
    name: 'drop D, octave between 6 and 4',
    tuning: 'drop-d',
    key: 'D',
    bars: [
      ['6.0 4.0 6.0 4.0', '0:2.3 2:1.2 4:3.2 6:2.3'],
      ['6.0 4.0 5.0 4.0', '0:1.2 3:2.3 4:1.0 7:2.3'],
      ['5.0 4.2 5.0 4.2', '0:3.2 2:2.2 4:1.0 6:2.2'],
      ['6.0 4.0 6.0 4.0', '0:2.3 2:3.2 4:1.2 6:1.5'],
    ],
  },
  {
    name: 'drop D, drone under a tune on strings 2 and 1',
    tuning: 'drop-d',
    key: 'D',
    bars: [
      ['6.0 4.0 6.0 4.0', '0:1.2 1:1.3 3:1.5 6:1.2'],
      ['6.0 4.0 6.0 4.0', '0:2.3 2:1.0 4:1.2 6:2.3'],
      ['6.5 4.5 6.5 4.5', '0:1.3 2:2.3 4:1.3 6:3.4'],
      ['6.0 4.0 6.0 4.0', '0:2.3 3:3.2 4:2.3 6:1.2'],
    ],
  },
  {
    name: 'drop D, minor third in the melody',
    tuning: 'drop-d',
    key: 'D',
    bars: [
      ['6.0 5.0 4.0 5.0', '0:1.1 3:2.3 4:3.2 6:2.1'],
      ['6.0 5.0 4.0 5.0', '0:2.3 1:1.1 4:1.5 7:1.3'],
      ['6.0 5.0 4.0 5.0', '0:1.1 2:1.0 4:2.3 6:3.2'],
      ['6.0 5.0 4.0 5.0', '1:2.1 3:3.2 5:3.0 7:2.3'],
    ],
  },
  {
    name: 'D A D G A D, second and fourth against the drone',
    tuning: 'dadgad',
    key: 'D',
    bars: [
      ['6.0 5.0 4.0 5.0', '0:1.0 1:2.0 3:3.0 5:2.0'],
      ['6.0 5.0 4.0 5.0', '0:1.2 2:2.0 4:3.2 6:2.0'],
      ['6.0 5.0 4.0 5.0', '0:3.0 2:2.0 4:1.0 6:1.4'],
      ['6.0 5.0 4.0 5.0', '0:1.5 2:2.0 4:3.0 7:2.0'],
    ],
  },
  {
    name: 'D A D G A D, bells across open strings',
    tuning: 'dadgad',
    key: 'D',
    bars: [
      ['6.0 4.0 5.0 4.0', '0:3.2 1:2.0 2:1.0 4:3.2'],
      ['6.0 4.0 5.0 4.0', '0:2.2 1:1.0 3:2.0 5:3.0'],
      ['5.0 4.0 5.0 4.0', '0:1.2 1:2.0 3:1.0 6:3.0'],
      ['6.0 4.0 5.0 4.0', '0:2.0 0:1.0 4:3.0 6:2.0'],
    ],
  },
  {
    name: 'D A D G A D, half-time bass in minor colours',
    tuning: 'dadgad',
    key: 'D',
    bars: [
      ['6.0 4.0 6.0 4.0', '0:1.3 1:2.0 3:3.0 6:1.0'],
      ['6.0 4.0 6.0 4.0', '0:2.3 1:1.0 3:2.0 4:3.0'],
      ['6.0 5.0 4.0 5.0', '0:3.0 2:1.0 4:2.0 6:1.3'],
      ['6.0 5.0 4.0 5.0', '0:1.0 2:2.0 4:3.2 6:3.0'],
    ],
  },
];

const placed = (text: string) => {
  const [string, fret] = text.split('.').map(Number);
  return { string: (string ?? 1) as StringNumber, fret: fret ?? 0 };
};

/** The passage as a score in its own tuning. */
export function scoreOf({ name, tuning: tuningName, key: keyName, bars }: InventedPassage): Score {
  const blank = blankScore({ title: name, tuning: tuning(tuningName), barCount: bars.length });
  return {
    ...blank,
    key: key(keyName),
    bars: bars.map(([thumb, melody]) => ({
      metre: { beats: 4, unit: 4 },
      grips: [],
      thumbPattern: 'by-hand',
      notes: [
        ...thumb.split(' ').map((text, beat): Note => ({
          ...placed(text),
          tick: beat * 960,
          durationTicks: 960,
          voice: 'thumb',
        })),
        ...melody.split(' ').map((text): Note => {
          const [eighth = '0', place = ''] = text.split(':');
          return { ...placed(place), tick: Number(eighth) * 480, durationTicks: 480, voice: 'melody' };
        }),
      ],
    })),
  };
}
