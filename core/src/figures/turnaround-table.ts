import type { Key } from '../pitch/index.ts';

/** A line of steps over which a turnaround goes, by scale degrees of the key. */
export interface TurnaroundLines {
  readonly id: string;
  readonly name: string;
  /** The keys it is for. */
  readonly mode: Key['mode'];
  /** Lower tone, upper tone, and the chord they make on the way. */
  readonly steps: readonly (readonly [low: string, high: string, numeral: string])[];
}

/**
 * Two lines through the last bar but one (common practice): four steps from beat 2 on, landing on beat 1 of the last bar. The chord is what a
 * guitarist calls the two tones there.
 */
export const turnaroundTable: readonly TurnaroundLines[] = [
  {
    id: 'falling-held-top',
    name: 'Falling under a held top',
    mode: 'major',
    steps: [
      ['b7', '1', 'I7/b7'],
      ['6', '1', 'IV/3'],
      ['b6', '1', 'iv/b3'],
      ['5', '1', 'I/5'],
    ],
  },
  {
    id: 'rising-held-top',
    name: 'Rising under a held top',
    mode: 'major',
    steps: [
      ['3', '1', 'I/3'],
      ['4', '1', 'IV'],
      ['#4', '1', '#iv°7'],
      ['5', '1', 'I/5'],
    ],
  },
  {
    id: 'contrary-out',
    name: 'Contrary, the upper line rising',
    mode: 'major',
    steps: [
      ['b7', '3', 'I7/b7'],
      ['6', '4', 'IV/3'],
      ['b6', '#4', 'bVI7'],
      ['5', '5', 'V'],
    ],
  },
  {
    id: 'contrary-in',
    name: 'Contrary, the upper line falling',
    mode: 'major',
    steps: [
      ['3', 'b7', 'I7/3'],
      ['4', '6', 'IV'],
      ['#4', 'b6', 'bVI7/b7'],
      ['5', '5', 'V'],
    ],
  },
  {
    id: 'falling-thirds',
    name: 'Falling in thirds',
    mode: 'major',
    steps: [
      ['3', '5', 'I/3'],
      ['b3', 'b5', 'i°/b3'],
      ['2', '4', 'ii'],
      ['1', '3', 'I'],
    ],
  },
  {
    id: 'falling-sixths',
    name: 'Falling in sixths',
    mode: 'major',
    steps: [
      ['5', '3', 'I/5'],
      ['b5', 'b3', 'i°/b5'],
      ['4', '2', 'ii/b3'],
      ['3', '1', 'I/3'],
    ],
  },
  {
    id: 'rising-thirds',
    name: 'Rising in thirds',
    mode: 'major',
    steps: [
      ['3', '5', 'I/3'],
      ['4', 'b6', 'iv'],
      ['#4', '6', '#iv°'],
      ['5', 'b7', 'I7/5'],
    ],
  },
  {
    id: 'falling-bass',
    name: 'Falling bass, the seventh first',
    mode: 'major',
    steps: [
      ['7', '5', 'V/3'],
      ['b7', '5', 'I7/b7'],
      ['6', '4', 'IV/3'],
      ['b6', '4', 'iv/b3'],
    ],
  },
  {
    id: 'minor-falling-held-top',
    name: 'Falling under a held top',
    mode: 'minor',
    steps: [
      ['b7', '1', 'i/b7'],
      ['6', '1', 'IV/3'],
      ['b6', '1', 'bVI'],
      ['5', '1', 'i/5'],
    ],
  },
  {
    id: 'minor-rising-held-top',
    name: 'Rising under a held top',
    mode: 'minor',
    steps: [
      ['b3', '1', 'i/b3'],
      ['4', '1', 'iv'],
      ['#4', '1', '#iv°7'],
      ['5', '1', 'i/5'],
    ],
  },
  {
    id: 'minor-contrary-out',
    name: 'Contrary, the upper line rising',
    mode: 'minor',
    steps: [
      ['b7', 'b3', 'i/b7'],
      ['6', '4', 'IV/3'],
      ['b6', '#4', 'bVI7'],
      ['5', '5', 'V'],
    ],
  },
];
