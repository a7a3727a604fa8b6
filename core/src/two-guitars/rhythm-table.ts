import { barTicks, beatStarts, beatTicks, type Metre, type Ticks } from '../score/index.ts';

/** A stroke of the second guitar: all strings of its grip, or one of them, counted from the lowest, from 0. */
export interface Stroke {
  readonly tick: Ticks;
  readonly durationTicks: Ticks;
  readonly only?: number;
}

/** A way to strike a bar. `strokes` says when, knowing the moments at which the tune is struck. */
export interface Rhythm {
  readonly id: string;
  readonly name: string;
  readonly strokes: (metre: Metre, tune: readonly Ticks[]) => Stroke[];
}

/** Strokes given in beats from 0, each up to the next, or as long as is said. */
const at = (metre: Metre, beats: readonly (readonly [at: number, length?: number])[]): Stroke[] => {
  const [beat, end] = [beatTicks(metre), barTicks(metre)];
  const inside = beats.filter(([start]) => start * beat < end);
  return inside.map(([start, length], index) => {
    const next = inside[index + 1]?.[0];
    const stop = length === undefined ? (next === undefined ? end : next * beat) : (start + length) * beat;
    return { tick: start * beat, durationTicks: Math.min(stop, end) - start * beat };
  });
};

const beatsOf = (metre: Metre): number => beatStarts(metre).length;

/** Beats that are played back: 2 and 4; 2 and 3 in three; the last of two. */
const backBeats = (metre: Metre): number[] => {
  const count = beatsOf(metre);
  const beats = Array.from({ length: count }, (_, index) => index);
  return count === 3 ? [1, 2] : count === 1 ? [0] : beats.filter((beat) => beat % 2 === 1);
};

/** Where nothing of the tune begins for a beat and more: from half a beat after its last note to the next one. */
function rests(metre: Metre, tune: readonly Ticks[]): [from: Ticks, to: Ticks][] {
  const [half, end] = [beatTicks(metre) / 2, barTicks(metre)];
  const struck = [...tune].sort((a, b) => a - b);
  const edges = [-half, ...struck, end];
  return edges.flatMap((edge, index): [Ticks, Ticks][] => {
    const next = edges[index + 1];
    const from = Math.ceil((edge + half) / half) * half;
    return next !== undefined && next - from >= 2 * half
      ? [[from, from + half * Math.floor((next - from) / half)]]
      : [];
  });
}

/** Rhythms of a second guitar (common practice). */
export const rhythmTable: readonly Rhythm[] = [
  { id: 'held', name: 'held through the bar', strokes: (metre) => at(metre, [[0]]) },
  {
    id: 'back-beats',
    name: 'on the back beats, short',
    strokes: (metre) =>
      at(
        metre,
        backBeats(metre).map((beat) => [beat, 0.5] as const),
      ),
  },
  {
    id: 'pushed',
    name: 'on 1, then on the & of 2',
    strokes: (metre) => at(metre, beatsOf(metre) < 3 ? [[0]] : [[0], [1.5]]),
  },
  {
    id: 'halves',
    name: 'on every second beat',
    strokes: (metre) =>
      at(
        metre,
        Array.from({ length: Math.ceil(beatsOf(metre) / 2) }, (_, index) => [2 * index] as const),
      ),
  },
  {
    id: 'answering',
    name: 'on the back beats, more where the tune rests',
    strokes: (metre, tune) => {
      const half = beatTicks(metre) / 2;
      const backs = backBeats(metre).map((beat) => beat * beatTicks(metre));
      const fills = rests(metre, tune).flatMap(([from, to]) =>
        Array.from({ length: Math.min(3, (to - from) / half) }, (_, index) => from + index * half),
      );
      return [...new Set([...backs, ...fills])]
        .sort((a, b) => a - b)
        .map((tick) => ({ tick, durationTicks: half }));
    },
  },
  {
    id: 'broken',
    name: 'one string after the other',
    strokes: (metre) => {
      const half = beatTicks(metre) / 2;
      const count = Math.floor(barTicks(metre) / half);
      const strings = [0, 1, 2, 1];
      return Array.from({ length: count }, (_, index) => ({
        tick: index * half,
        durationTicks: half,
        only: strings[index % strings.length] ?? 0,
      }));
    },
  },
];
