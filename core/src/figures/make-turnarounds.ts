import { gripChooser } from '../form/index.ts';
import { mediumHand, type Hand } from '../hands/index.ts';
import { highestFret, openMidi, type StringNumber } from '../instrument/index.ts';
import { modulo, noteAtDegree, pitchClassOf, tonicOf } from '../pitch/index.ts';
import {
  barTicks,
  inPlayingOrder,
  ticksPerQuarter,
  type Bar,
  type GripFrets,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { symbolOfNumeral } from '../shapes/index.ts';
import { bassStrings } from '../thumb/index.ts';
import { bareScore } from './bare-score.ts';
import { judged } from './judge.ts';
import type { Figure } from './figure.ts';
import { turnaroundTable, type TurnaroundLines } from './turnaround-table.ts';

export interface MadeFigure {
  readonly figure: Figure;
  /** What was chosen: strings and frets, in words. */
  readonly how: string;
  /** What both hands have to do, and the widest reach, in mm. */
  readonly mm: number;
  readonly spanMm: number;
}

interface Pair {
  readonly low: StringNumber;
  readonly high: StringNumber;
  readonly frets: readonly (readonly [low: number, high: number])[];
}

/** So many pairs of strings are offered for a line, the easiest first. */
const offered = 3;

/**
 * Turnarounds in the key and tuning of a piece, for two bars of four quarters from `bar` on (from 0): the home chord on beat 1, four steps of two lines from beat 2, and the chord on the
 * fifth on beat 2 of the last bar. For each pair of lines the strings on which both hands have least to do. Empty where the bar is not as long, or no
 * hand holds a chord.
 */
export function makeTurnarounds(piece: Score, bar = 0, hand: Hand = mediumHand): MadeFigure[] {
  const { metre } = piece.bars[bar] ?? { metre: fourQuarters };
  if (barTicks(metre) !== barTicks(fourQuarters)) return [];
  const gripOf = gripChooser(piece, hand);
  const [home, fifth] = [gripOf(homeOf(piece)), gripOf('V7')];
  if (!home.ok || !fifth.ok) return [];
  const fitting = turnaroundTable.filter(({ mode }) => mode === piece.key.mode);
  return fitting.flatMap((lines) =>
    pairsOf(piece, lines)
      .map((pair) => turnaround(piece, lines, pair, home.value, fifth.value, hand))
      .sort((a, b) => Number(isFar(a)) - Number(isFar(b)) || a.mm - b.mm)
      .slice(0, offered),
  );
}

const fourQuarters: Bar['metre'] = { beats: 4, unit: 4 };

const homeOf = ({ key }: Score): string => (key.mode === 'minor' ? 'i' : 'I');

/** Beyond the first five frets, where the hand comes from and goes back to (common practice: those are learned first). */
const isFar = ({ figure }: MadeFigure): boolean =>
  figure.score.bars.some(({ notes }) => notes.some(({ fret }) => fret > 5));

/** Every pair of strings on which the two lines lie, in the lowest octave that has them; steps keep to their string. */
function pairsOf(piece: Score, { steps }: TurnaroundLines): Pair[] {
  const tonic = tonicOf(piece.key);
  const classOf = (degree: string) => pitchClassOf(noteAtDegree(tonic, degree));
  const lineOn = (string: StringNumber, degrees: readonly string[]): number[][] => {
    const open = openMidi(piece.tuning, string);
    const first = modulo(classOf(degrees[0] ?? '1') - open, 12);
    return [first, first + 12].flatMap((start) => {
      let fret = start;
      const frets = degrees.map((degree, index) => {
        const step = modulo(classOf(degree) - classOf(degrees[index - 1] ?? degree), 12);
        fret += step > 6 ? step - 12 : step;
        return fret;
      });
      return frets.every((each) => each >= 0 && each <= Math.min(12, highestFret(piece))) ? [frets] : [];
    });
  };
  const pairs: Pair[] = [];
  for (const low of [6, 5, 4, 3] as const)
    for (const high of [3, 2, 1] as const) {
      if (high >= low) continue;
      for (const lows of lineOn(
        low,
        steps.map(([each]) => each),
      ))
        for (const highs of lineOn(
          high,
          steps.map(([, each]) => each),
        )) {
          const frets = lows.map((each, index) => [each, highs[index] ?? 0] as const);
          if (frets.every(([a, b]) => isInReach(piece, low, a, high, b))) pairs.push({ low, high, frets });
        }
    }
  return pairs;
}

/** Four frets at most between the two, and the upper line above the lower. */
const isInReach = ({ tuning }: Score, low: StringNumber, a: number, high: StringNumber, b: number): boolean =>
  (a === 0 || b === 0 || Math.abs(a - b) <= 4) && openMidi(tuning, low) + a <= openMidi(tuning, high) + b;

function turnaround(
  piece: Score,
  lines: TurnaroundLines,
  { low, high, frets }: Pair,
  home: Omit<PlacedGrip, 'tick'>,
  fifth: Omit<PlacedGrip, 'tick'>,
  hand: Hand,
): MadeFigure {
  const beat = ticksPerQuarter;
  const metre = fourQuarters;
  const stepAt = (index: number) => {
    const [a, b] = frets[index] ?? [0, 0];
    const tick = index < 3 ? (index + 1) * beat : 0;
    const numeral = lines.steps[index]?.[2] ?? 'I';
    return { grip: stepGrip(piece, numeral, low, a, high, b, tick), notes: stepNotes(low, a, high, b, tick) };
  };
  const steps = [0, 1, 2, 3].map(stepAt);
  const first: Bar = {
    metre,
    grips: [{ ...home, tick: 0 }, ...steps.slice(0, 3).map(({ grip }) => grip)],
    notes: [...bassNotes(piece, home, [0], beat), ...steps.slice(0, 3).flatMap(({ notes }) => notes)],
  };
  const [landing] = steps.slice(3);
  const second: Bar = {
    metre,
    grips: [...(landing ? [landing.grip] : []), { ...fifth, tick: beat }],
    notes: [...(landing?.notes ?? []), ...closing(piece, fifth, beat)].sort(inPlayingOrder),
  };
  const numbers = `strings ${low} and ${high}`;
  const score: Score = {
    ...bareScore(piece, 0),
    title: `${lines.name}, ${numbers}`,
    bars: [first, second],
  };
  const { mm, spanMm } = judged(score, hand);
  return {
    figure: {
      id: `${lines.id}-${low}${high}-${frets[0]?.[0] ?? 0}`,
      role: 'turnaround',
      leadsTo: homeOf(piece),
      fromTick: 0,
      toTick: 4 * beat,
      score,
    },
    how: `${numbers}, frets ${Math.min(...frets.flat())} to ${Math.max(...frets.flat())}`,
    mm,
    spanMm,
  };
}

function stepGrip(
  piece: Score,
  numeral: string,
  low: StringNumber,
  a: number,
  high: StringNumber,
  b: number,
  tick: number,
): PlacedGrip {
  const frets: GripFrets = [null, null, null, null, null, null];
  frets[6 - low] = a;
  frets[6 - high] = b;
  const name = symbolOfNumeral(numeral, piece.key);
  return { tick, frets, ...(name.ok ? { functionName: name.value } : {}) };
}

/** The thumb takes the lower line on its own strings; on string 3 a finger does. */
const stepNotes = (low: StringNumber, a: number, high: StringNumber, b: number, tick: number): Note[] => [
  { tick, durationTicks: ticksPerQuarter, string: low, fret: a, voice: low === 3 ? 'melody' : 'thumb' },
  { tick, durationTicks: ticksPerQuarter, string: high, fret: b, voice: 'melody' },
];

/** The low bass of a grip at some moments. */
function bassNotes(
  { tuning }: Score,
  { frets }: Omit<PlacedGrip, 'tick'>,
  ticks: readonly number[],
  length: number,
): Note[] {
  const low = bassStrings(tuning, frets)?.low;
  const fret = low === undefined ? undefined : frets[6 - low];
  if (low === undefined || typeof fret !== 'number') return [];
  return ticks.map((tick) => ({ tick, durationTicks: length, string: low, fret, voice: 'thumb' }));
}

/** The chord on the fifth rings to the end of the bar: its low bass, with its treble strings plucked. */
function closing(piece: Score, grip: Omit<PlacedGrip, 'tick'>, tick: number): Note[] {
  const treble = ([3, 2, 1] as const).flatMap((string): Note[] => {
    const fret = grip.frets[6 - string];
    return typeof fret === 'number'
      ? [{ tick, durationTicks: 3 * ticksPerQuarter, string, fret, voice: 'melody' }]
      : [];
  });
  return [...bassNotes(piece, grip, [tick], 3 * ticksPerQuarter), ...treble];
}
