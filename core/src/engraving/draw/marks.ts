import { isBlueThird, type Bar, type Note, type Score } from '../../score/index.ts';
import { plateHalf } from '../bar-moments.ts';
import { circle, data, line, path, rect, text, type Ink, type Shape } from '../shape.ts';
import { yOfString } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';
import { plateX } from './plates.ts';
import { drawStrokes } from './strokes.ts';

/** A note's mark is drawn around the middle of its plate, in its voice's ink. */
interface Spot {
  readonly note: Note;
  readonly x: number;
  readonly y: number;
  /** Half of the plate's width. */
  readonly half: number;
  readonly ink: Ink;
  readonly textInk: Ink;
}

/** How notes arrive, sound and end. `sourceX` is where the note before on the string stands, in the same system. */
export function drawMarks(
  score: Pick<Score, 'tuning' | 'key'>,
  frame: BarFrame,
  sourceX: (note: Note) => number | undefined,
): Shape[] {
  return [
    ...drawStrokes(frame),
    ...frame.bar.notes.flatMap((note) => {
      const x = plateX(note, frame.x(note.tick));
      const melody = note.voice === 'melody';
      const spot: Spot = {
        note,
        x,
        y: yOfString(frame.rows, note.string),
        half: plateHalf(note),
        ink: melody ? 'ink2' : 'ink1',
        textInk: melody ? 'ink2-deep' : 'ink1',
      };
      const until = Math.min(frame.x(note.tick + note.durationTicks), frame.right) - 10;
      return [
        ...arrivalMarks(spot, sourceX(note) ?? x - 22),
        ...slideMarks(spot),
        ...bendMarks(spot, isBlueThird(score, note)),
        ...turnMarks(spot),
        ...endingMarks(spot),
        ...attackMarks(spot),
        ...glassMarks(spot),
        ...certaintyMarks(spot),
        ...(note.drone ? [droneLine(spot, until)] : []),
        ...(bearsFermata(note, frame.bar) ? fermata(x + 14, frame.rows.stemTop + 11, spot.ink) : []),
      ];
    }),
  ];
}

const letters = { 'hammer-on': 'h', 'pull-off': 'p' } as const;
const small = { size: 12, italic: true, weight: 600 } as const;

function arrivalMarks({ note, x, y, ink, textInk }: Spot, from: number): Shape[] {
  const middle = (from + x) / 2;
  const look = { stroke: ink, strokeWidth: 1.5 };
  if (note.tied) return [path(data`M${from + 6} ${y + 10} Q${middle} ${y + 17} ${x - 3} ${y + 7}`, look)];
  if (note.arrival === 'slide') {
    const picked = note.slide?.again ? [line(x - 13, y - 9, x - 13, y + 9, ink, 1.5)] : [];
    return [
      line(from + 10, y + 5, x - 10, y - 5, ink, 1.5),
      ...picked,
      ...slideWords(note, middle, y - 12, textInk),
    ];
  }
  if (!note.arrival) return [];
  return [
    path(data`M${from + 4} ${y - 10} Q${middle} ${y - 18} ${x - 4} ${y - 10}`, look),
    text(middle, y - 15, letters[note.arrival], { ...small, ink: textInk }),
  ];
}

const slideWords = ({ slide }: Note, x: number, y: number, ink: Ink): Shape[] =>
  slide?.slow ? [text(x, y, 'slow', { ...small, ink, edged: true })] : [];

/** A slide from nowhere comes in as a short line; its first fret stands before it. */
function slideMarks({ note, x, y, half, ink, textInk }: Spot): Shape[] {
  const { from, out, approachFret } = note.slide ?? {};
  const way = from === 'above' ? -1 : 1;
  const away = out === 'above' ? -1 : 1;
  return [
    ...(from ? [line(x - half - 13, y + 7 * way, x - half - 1, y - 1 * way, ink, 1.5)] : []),
    ...(from && approachFret !== undefined
      ? [
          text(x - half - 13, y + (way > 0 ? 4 : 9), String(approachFret), {
            size: 12,
            anchor: 'end',
            ink: textInk,
            edged: true,
          }),
        ]
      : []),
    ...(from ? slideWords(note, x - half - 10, y - 10, textInk) : []),
    ...(out ? [line(x + half + 1, y - 1 * away, x + half + 13, y + 7 * away, ink, 1.5)] : []),
  ];
}

/** An arrow up for a bend, back down for a release; a bend made beforehand goes straight up. */
function bendMarks({ note, x, y, half, ink, textInk }: Spot, isBlue: boolean): Shape[] {
  if (note.bendCents === undefined) return [];
  const look = { stroke: ink, strokeWidth: 1.5 };
  const left = x + half;
  const before = note.bendShape === 'pre-bend' || note.bendShape === 'pre-bend-release';
  const back = note.bendShape === 'release' || note.bendShape === 'pre-bend-release';
  const up = before ? data`M${left + 5} ${y - 2} v-12` : data`M${left} ${y - 4} q6 -1 6.5 -10`;
  const tip = data`M${left + (before ? 2.4 : 3.6)} ${y - 10.4} l2.8 -4 l2.6 4.2`;
  const down = data`M${left + 6} ${y - 13} q6 1 6.5 11 m-2.6 -4 l2.6 4 l2.8 -3.8`;
  return [
    path(up, look),
    path(tip, look),
    ...(back ? [path(down, look)] : []),
    text(left + 8, y - 16.5, isBlue ? 'blue' : String(note.bendCents), {
      size: 12,
      ink: textInk,
      edged: true,
      ...(isBlue ? { italic: true, weight: 600 } : {}),
    }),
  ];
}

/** A mordent is a zigzag; a hammer and pull in time is its two letters under a bow. */
function turnMarks({ note, x, y, ink, textInk }: Spot): Shape[] {
  const look = { stroke: ink, strokeWidth: 1.6 };
  if (note.ornament === 'mordent')
    return [path(data`M${x - 8} ${y - 13} l4 -4.5 l4 4.5 l4 -4.5 l4 4.5`, look)];
  if (note.ornament !== 'hammer-pull') return [];
  return [
    path(data`M${x - 8} ${y - 11} q8 -7 16 0`, look),
    text(x, y - 16, 'hp', { ...small, ink: textInk, edged: true }),
  ];
}

/** How melody notes end. The thumb's endings are told in ranges under the strings. */
function endingMarks({ note, x, y, half, ink }: Spot): Shape[] {
  const look = { stroke: ink, strokeWidth: 1.5 };
  if (note.voice === 'thumb' || !note.ending) return [];
  switch (note.ending) {
    case 'let-ring':
      return [path(data`M${x + half - 1} ${y + 8} q7 6 13 0`, look)];
    case 'stopped':
      return [path(data`M${x + half + 2} ${y - 4} l6 8 m0 -8 l-6 8`, look)];
    case 'palm-damped':
      return [rect(x + half + 2, y - 2, 7, 4, { fill: ink })];
    case 'lifted':
      return [path(data`M${x + half + 2} ${y + 3} l3.5 -7 l3.5 7`, look)];
  }
}

function attackMarks({ note, x, y, half, ink }: Spot): Shape[] {
  const look = { stroke: ink, strokeWidth: 1.5 };
  const melody = note.voice === 'melody';
  return [
    ...(note.accent
      ? [
          melody
            ? path(data`M${x - 5} ${y - 18} l10 3 l-10 3`, look)
            : path(data`M${x - half - 6} ${y + 12} l8 2.5 l-8 2.5`, look),
        ]
      : []),
    ...(note.staccato
      ? [circle(x + (melody ? -7 : 7), y + (melody ? -12.5 : 12.5), 1.8, { fill: ink })]
      : []),
    ...(note.stroke === 'snap'
      ? [circle(x, y - 16, 3.6, { stroke: ink, strokeWidth: 1.4 }), line(x, y - 23, x, y - 15, ink, 1.4)]
      : []),
  ];
}

/** The glass lies over the plate as it lies over the strings; dots after it for the noise that is kept. */
function glassMarks({ note: { bottleneck }, x, y, ink }: Spot): Shape[] {
  if (!bottleneck) return [];
  const lean = Math.tan(((bottleneck.angleDegrees ?? 0) * Math.PI) / 180) * 7;
  const noise = bottleneck.noise === 'kept' ? [13, 17, 21] : [];
  return [
    path(data`M${x - 7} ${y - 13 + lean} L${x + 7} ${y - 13 - lean}`, {
      stroke: ink,
      strokeWidth: 3.4,
      round: true,
    }),
    ...noise.map((right) => circle(x + right - 2, y - 12, 1.1, { fill: ink })),
  ];
}

function certaintyMarks({ note, x, y, half, textInk }: Spot): Shape[] {
  if (!note.certainty) return [];
  return [
    text(x + half + 4, y - 5, note.certainty === 'guess' ? '?' : '*', {
      size: 13,
      weight: 700,
      ink: textInk,
      edged: true,
    }),
  ];
}

const droneLine = ({ x, y, half, ink }: Spot, until: number): Shape =>
  path(data`M${x + half + 2} ${y} H${Math.max(x + half + 12, until)}`, {
    stroke: ink,
    strokeWidth: 3,
    dash: [1.5, 4],
  });

/** What begins together is held together: said once, by the melody where it plays. */
const bearsFermata = (note: Note, { notes }: Bar): boolean =>
  note ===
  notes
    .filter(({ tick, fermata }) => tick === note.tick && fermata === true)
    .sort((a, b) => a.voice.localeCompare(b.voice) || a.string - b.string)[0];

const fermata = (x: number, y: number, ink: Ink): Shape[] => [
  path(data`M${x - 8} ${y} q0 -8.5 8 -8.5 q8 0 8 8.5`, { stroke: ink, strokeWidth: 1.6 }),
  circle(x, y - 1.5, 1.6, { fill: ink }),
];
