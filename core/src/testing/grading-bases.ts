import { scoreOfStudy, type WrittenStudy } from '../grading/index.ts';
import { beatStarts, type Score } from '../score/index.ts';

/** A passage that known difficulties are added to. */
export interface GradingBase {
  readonly name: string;
  readonly score: Score;
}

type Ground = Pick<WrittenStudy, 'tempo' | 'thumb' | 'tuning' | 'metre' | 'swing' | 'ending'> & {
  readonly grips: readonly string[];
};

/** What the hand holds, a bar each, and what the thumb does. */
const grounds: Readonly<Record<string, Ground>> = {
  'C and G': { tempo: 72, thumb: 'two-string', grips: ['x32010', 'x32010', '320003', 'x32010'] },
  'C Am F G': { tempo: 84, thumb: 'two-string', grips: ['x32010', 'x02010', 'xx3211', '320003'] },
  'E thump': {
    tempo: 80,
    thumb: 'one-string',
    swing: 62,
    ending: 'palm-damped',
    grips: ['022100', '022100', 'x02220', '022100'],
  },
  'Am waltz': {
    tempo: 96,
    thumb: 'two-string',
    metre: { beats: 3, unit: 4 },
    grips: ['x02210', '022000', 'x02210', 'x02210'],
  },
  circle: { tempo: 88, thumb: 'three-string', grips: ['x32010', 'x02020', 'xx0212', '320001'] },
  'drop D': {
    tempo: 80,
    thumb: 'two-string',
    tuning: 'drop-D',
    grips: ['000232', '000232', 'x02020', '000232'],
  },
  'open G': {
    tempo: 76,
    thumb: 'two-string',
    tuning: 'open G',
    grips: ['000000', '555555', '000000', '777777'],
  },
  'Em half-time': { tempo: 66, thumb: 'half-time', grips: ['022000', 'x02010', '022000', 'x21202'] },
  'G ringing': { tempo: 92, thumb: 'ringing', grips: ['320003', 'xx0232', '320003', 'x32010'] },
  'A two keys': { tempo: 100, thumb: 'two-string', grips: ['x02220', 'xx0232', '022100', 'x02220'] },
  'six-eight': {
    tempo: 60,
    thumb: 'half-time',
    metre: { beats: 6, unit: 8 },
    grips: ['x32010', '320003', 'x32010', '320003'],
  },
  'tune alone': { tempo: 84, thumb: 'by-hand', grips: ['x32010', 'x32010', '320003', 'x32010'] },
};

/** What the tune does in a bar; frets are the grip's unless written. */
const tunes: Readonly<Record<string, string>> = {
  halves: 'm1@1/2 m2@3/2',
  quarters: 'm2@1/1 m1@2/1 m2@3/1 m3@4/1',
  'one between': 'm1@1/1.5 m2@2.5/1.5 m1@4/1',
  syncopated: 'm1@1 m2@1.5/1 m1@2.5/1 m2@3.5/1',
  long: 'm2@1/3',
  'off the grip': 'm1:3@1/1 m1:0@2/1 m2@3/1 m2:3@4/1',
};

/** Notes that begin in so many beats, cut at the bar line. */
function within(text: string, beats: number): string {
  return text
    .split(' ')
    .flatMap((token) => {
      const [, head = '', at = '1', length = '0.5'] = /^([^@]+)@([\d.]+)(?:\/([\d.]+))?$/.exec(token) ?? [];
      const room = beats + 1 - Number(at);
      return room > 0 ? [`${head}@${at}/${Math.min(Number(length), room)}`] : [];
    })
    .join(' ');
}

/** Six tunes over twelve grounds: seventy-two passages of four bars, the third bar with the next tune. */
export const gradingBases: readonly GradingBase[] = Object.entries(grounds).flatMap(
  ([ground, { grips, ...rest }]) =>
    Object.keys(tunes).map((tune, index, names) => {
      const next = names[(index + 1) % names.length] ?? tune;
      const beats = beatStarts(rest.metre ?? { beats: 4, unit: 4 }).length;
      const bars = grips.map(
        (grip, bar) => `[${grip}] ${within(tunes[bar === 2 ? next : tune] ?? '', beats)}`,
      );
      return {
        name: `${ground}, ${tune}`,
        score: scoreOfStudy({ ...rest, title: `${ground}, ${tune}`, bars }),
      };
    }),
);
