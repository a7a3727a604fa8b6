import type { Bar, Note, NoteEnding, TechniqueWord } from '../../score/index.ts';
import { slowWidth } from '../bar-moments.ts';
import { circle, data, line, path, rect, text, type Ink, type Shape } from '../shape.ts';

/** Where a note's signs are drawn: around the middle of its plate, in its voice's ink. */
export interface Spot {
  readonly note: Note;
  readonly bar: Bar;
  readonly x: number;
  readonly y: number;
  /** Half of the plate's width. */
  readonly half: number;
  readonly ink: Ink;
  readonly textInk: Ink;
  /** Where the note before it on its string stands. */
  readonly from: number;
  /** Where it ends. */
  readonly until: number;
  /** Where notes on the string above stand in the same system. */
  readonly above: readonly number[];
  /** The top of the stems. */
  readonly stemTop: number;
  /** A bend toward the third between minor and major. */
  readonly isBlue: boolean;
}

type Sign = (spot: Spot) => Shape[];

const small = { size: 12, italic: true, weight: 600 } as const;
const pen = (ink: Ink) => ({ stroke: ink, strokeWidth: 1.5 });

/** Shown by the plate itself, see plates.ts. */
const onPlate: Sign = () => [];
/** Drawn once for all strings of the movement, see strokes.ts. */
const overStrings: Sign = () => [];

/** Room a plate with its finger takes to either side of its x, seen from the string below. */
const besideAbove = { left: 16, right: 20 } as const;

/** In the middle of a bow where nothing on the string above is in the way, else nearest to the middle beside it; nowhere, and the call line says it alone. */
function clearOf(above: readonly number[], from: number, to: number): number[] {
  const middle = (from + to) / 2;
  const isClear = (at: number) =>
    above.every((plate) => at <= plate - besideAbove.left || at >= plate + besideAbove.right);
  const places = [middle, ...above.flatMap((plate) => [plate - besideAbove.left, plate + besideAbove.right])];
  return places
    .filter((at) => at >= from && at <= to && isClear(at))
    .sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
    .slice(0, 1);
}

const hammered =
  (letter: string): Sign =>
  ({ x, y, from, above, ink, textInk }) => [
    path(data`M${from + 4} ${y - 10} Q${(from + x) / 2} ${y - 18} ${x - 4} ${y - 10}`, pen(ink)),
    ...clearOf(above, from, x).map((at) => text(at, y - 15, letter, { ...small, ink: textInk })),
  ];

/** A slide that takes its time stops before the word that says so. */
const slid: Sign = ({ note, x, y, half, from, ink }) =>
  note.slide?.slow
    ? [line(from + 10, y + 5, x - half - slowWidth, y - 1, ink, 1.5)]
    : [line(from + 10, y + 5, x - 10, y - 5, ink, 1.5)];

const tied: Sign = ({ x, y, from, ink }) => [
  path(data`M${from + 6} ${y + 10} Q${(from + x) / 2} ${y + 17} ${x - 3} ${y + 7}`, pen(ink)),
];

/** A slide from nowhere comes in as a short line; its first fret stands before it. */
const slideIn =
  (way: 1 | -1): Sign =>
  ({ note, x, y, half, ink, textInk }) => {
    const fret = note.slide?.approachFret;
    const look = { size: 12, anchor: 'end', ink: textInk, edged: true } as const;
    const end = x - half - (note.slide?.slow ? slowWidth : 0);
    return [
      line(end - 13, y + 7 * way, end - 1, y - 1 * way, ink, 1.5),
      ...(fret === undefined ? [] : [text(end - 13, y + (way > 0 ? 4 : 9), String(fret), look)]),
    ];
  };

const slideAway =
  (way: 1 | -1): Sign =>
  ({ x, y, half, ink }) => [line(x + half + 1, y - 1 * way, x + half + 13, y + 7 * way, ink, 1.5)];

/** Between the slide it speaks of and its note. */
const slow: Sign = ({ x, y, half, textInk }) => [
  text(x - half - 2, y + 4, 'slow', { ...small, anchor: 'end', ink: textInk, edged: true }),
];

const again: Sign = ({ note, x, y, ink }) =>
  note.arrival === 'slide' ? [line(x - 13, y - 9, x - 13, y + 9, ink, 1.5)] : [];

/** An arrow up for a bend, back down for a release; a bend made beforehand goes straight up. */
const bent =
  ({ before, back }: { readonly before: boolean; readonly back: boolean }): Sign =>
  ({ note, x, y, half, ink, textInk, isBlue }) => {
    const left = x + half;
    const up = before ? data`M${left + 5} ${y - 2} v-12` : data`M${left} ${y - 4} q6 -1 6.5 -10`;
    const tip = data`M${left + (before ? 2.4 : 3.6)} ${y - 10.4} l2.8 -4 l2.6 4.2`;
    const down = data`M${left + 6} ${y - 13} q6 1 6.5 11 m-2.6 -4 l2.6 4 l2.8 -3.8`;
    return [
      path(up, pen(ink)),
      path(tip, pen(ink)),
      ...(back ? [path(down, pen(ink))] : []),
      text(left + 8, y - 16.5, isBlue ? 'blue' : String(note.bendCents), {
        size: 12,
        ink: textInk,
        edged: true,
        ...(isBlue ? { italic: true, weight: 600 } : {}),
      }),
    ];
  };

const mordent: Sign = ({ x, y, ink }) => [
  path(data`M${x - 8} ${y - 13} l4 -4.5 l4 4.5 l4 -4.5 l4 4.5`, { stroke: ink, strokeWidth: 1.6 }),
];

/** A hammer and pull in time is its two letters under a bow; beside its note where another stands over it. */
const turn: Sign = ({ x, y, half, above, ink, textInk }) =>
  above.includes(x)
    ? [text(x - half - 2, y + 4, 'hp', { ...small, anchor: 'end', ink: textInk, edged: true })]
    : [
        path(data`M${x - 8} ${y - 11} q8 -7 16 0`, { stroke: ink, strokeWidth: 1.6 }),
        text(x, y - 17.5, 'hp', { ...small, ink: textInk, edged: true }),
      ];

const snap: Sign = ({ x, y, ink }) => [
  circle(x, y - 16, 3.6, { stroke: ink, strokeWidth: 1.4 }),
  line(x, y - 23, x, y - 15, ink, 1.4),
];

const drone: Sign = ({ x, y, half, until, ink }) => [
  path(data`M${x + half + 2} ${y} H${Math.max(x + half + 12, until)}`, {
    stroke: ink,
    strokeWidth: 3,
    dash: [1.5, 4],
  }),
];

const endingShapes: Readonly<Record<NoteEnding, (right: number, y: number, ink: Ink) => Shape>> = {
  'let-ring': (right, y, ink) => path(data`M${right - 1} ${y + 8} q7 6 13 0`, pen(ink)),
  stopped: (right, y, ink) => path(data`M${right + 2} ${y - 4} l6 8 m0 -8 l-6 8`, pen(ink)),
  'palm-damped': (right, y, ink) => rect(right + 2, y - 2, 7, 4, { fill: ink }),
  lifted: (right, y, ink) => path(data`M${right + 2} ${y + 3} l3.5 -7 l3.5 7`, pen(ink)),
};

/** How a melody note ends. The thumb's endings are told in ranges under the strings, see ranges.ts. */
const ends =
  (ending: NoteEnding): Sign =>
  ({ note, x, y, half, ink }) =>
    note.voice === 'thumb' ? [] : [endingShapes[ending](x + half, y, ink)];

const accent: Sign = ({ note, x, y, half, ink }) => [
  note.voice === 'melody'
    ? path(data`M${x - 5} ${y - 18} l10 3 l-10 3`, pen(ink))
    : path(data`M${x - half - 6} ${y + 12} l8 2.5 l-8 2.5`, pen(ink)),
];

const staccato: Sign = ({ note, x, y, ink }) => {
  const side = note.voice === 'melody' ? -1 : 1;
  return [circle(x + 7 * side, y + 12.5 * side, 1.8, { fill: ink })];
};

/** What begins together is held together: said once, by the melody where it plays. */
const fermata: Sign = ({ note, bar, x, stemTop, ink }) => {
  const [bearer] = bar.notes
    .filter((each) => each.tick === note.tick && each.fermata === true)
    .sort((a, b) => a.voice.localeCompare(b.voice) || a.string - b.string);
  const [left, y] = [x + 14, stemTop + 11];
  return note === bearer
    ? [
        path(data`M${left - 8} ${y} q0 -8.5 8 -8.5 q8 0 8 8.5`, { stroke: ink, strokeWidth: 1.6 }),
        circle(left, y - 1.5, 1.6, { fill: ink }),
      ]
    : [];
};

const certainty =
  (sign: string): Sign =>
  ({ x, y, half, textInk }) => [
    text(x + half + 4.5, y + 4, sign, { size: 13, weight: 700, ink: textInk, edged: true }),
  ];

/** The glass lies over the plate as it lies over the strings. */
const glass: Sign = ({ note: { bottleneck }, x, y, ink }) => {
  const lean = Math.tan(((bottleneck?.angleDegrees ?? 0) * Math.PI) / 180) * 7;
  return [
    path(data`M${x - 7} ${y - 13 + lean} L${x + 7} ${y - 13 - lean}`, {
      stroke: ink,
      strokeWidth: 3.4,
      round: true,
    }),
    ...(bottleneck?.vibratoCents
      ? [text(x + (bottleneck.noise ? 26 : 12), y - 8, '~', { size: 13, weight: 700, ink, edged: true })]
      : []),
  ];
};

/** Dots after the glass for the noise that is kept. */
const noise: Sign = (spot) => [
  ...glass(spot),
  ...[11, 15, 19].map((right) => circle(spot.x + right, spot.y - 12, 1.1, { fill: spot.ink })),
];

/** The sign of every technique on the tab. */
export const techniqueSigns: Readonly<Record<TechniqueWord, Sign>> = {
  hammer: hammered('h'),
  pull: hammered('p'),
  slide: slid,
  below: slideIn(1),
  above: slideIn(-1),
  fall: slideAway(1),
  rise: slideAway(-1),
  slow,
  again,
  tied,
  bend: bent({ before: false, back: false }),
  release: bent({ before: false, back: true }),
  prebend: bent({ before: true, back: false }),
  unbend: bent({ before: true, back: true }),
  mordent,
  turn,
  harmonic: onPlate,
  dead: onPlate,
  slap: overStrings,
  snap,
  brush: overStrings,
  brushback: overStrings,
  roll: overStrings,
  rollback: overStrings,
  drag: overStrings,
  drone,
  ring: ends('let-ring'),
  stop: ends('stopped'),
  palm: ends('palm-damped'),
  lift: ends('lifted'),
  accent,
  short: staccato,
  hold: fermata,
  grace: onPlate,
  optional: onPlate,
  guess: certainty('?'),
  mine: certainty('*'),
  glass,
  noise,
};
