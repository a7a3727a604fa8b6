import { ticksPerQuarter } from '../../score/index.ts';
import { degreeOf, degrees, lowestOf, midiOf, topOf, type BarView } from '../bar-view.ts';
import { phrasesOf } from '../phrases.ts';
import type { ReadTrait } from '../trait.ts';

const tops = (view: BarView) => view.tune.flatMap((moment) => topOf(view, moment) ?? []);

/** How far the tune steps from note to note within a bar and over its bar line. */
function steps(view: BarView): string[] {
  const last = view.before && tops(view.before).at(-1);
  const line = [
    ...(view.before && last ? [midiOf(view.before, last)] : []),
    ...tops(view).map((note) => midiOf(view, note)),
  ];
  return line.slice(1).map((midi, index) => {
    const by = Math.abs(midi - (line[index] ?? midi));
    return by === 0
      ? 'the same note'
      : by <= 2
        ? 'a step'
        : by <= 4
          ? 'a third'
          : by <= 7
            ? 'a fourth or fifth'
            : 'further';
  });
}

/** Which eighths of a half bar (or of a beat in three) begin a note: "x-xx". */
function cells({ bar, tune, beat, beats }: BarView): string[] {
  const length = beats % 2 === 0 ? 2 * beat : beat;
  const eighth = ticksPerQuarter / 2;
  const halves = Math.max(1, Math.round((beats * beat) / length));
  const onsets = new Set(tune.map(({ tick }) => Math.floor(tick / eighth)));
  return bar.notes.length === 0
    ? []
    : Array.from({ length: halves }, (_, half) =>
        Array.from({ length: length / eighth }, (__, slot) =>
          onsets.has((half * length) / eighth + slot) ? 'x' : '-',
        ).join(''),
      );
}

/** The tune: where it lies and how it goes. */
export const tuneTraits: readonly ReadTrait[] = [
  {
    id: 'tune-strings',
    group: 'tune',
    name: 'strings of the tune',
    counts: 'notes',
    values: 'kinds',
    read: (view) => tops(view).map(({ string }) => `string ${string}`),
  },
  {
    id: 'tune-frets',
    group: 'tune',
    name: 'frets of the tune',
    counts: 'notes',
    values: 'numbers',
    unit: 'frets from nut or capo',
    read: (view) => tops(view).map(({ fret }) => fret),
  },
  {
    id: 'tune-over-bass',
    group: 'tune',
    name: 'tune over the bass',
    counts: 'pinches',
    values: 'numbers',
    unit: 'half steps',
    read: (view) => {
      const bass = new Map(view.thumb.map((moment) => [moment.tick, lowestOf(view, moment)]));
      return view.tune.flatMap((moment) => {
        const [low, top] = [bass.get(moment.tick), topOf(view, moment)];
        return low && top ? [midiOf(view, top) - midiOf(view, low)] : [];
      });
    },
  },
  {
    id: 'tune-density',
    group: 'tune',
    name: 'notes of the tune a beat',
    counts: 'bars',
    values: 'numbers',
    unit: 'notes a beat',
    read: ({ tune, beats }) => [Math.round((4 * tune.length) / beats) / 4],
  },
  {
    id: 'tune-phrases',
    group: 'tune',
    name: 'length of phrases',
    counts: 'phrases',
    values: 'numbers',
    unit: 'beats',
    // A tune that is given has its phrases: no arrangement is held against them.
    isSetting: true,
    read: ({ score, index }) =>
      phrasesOf(score)
        .filter(({ bar }) => bar === index)
        .map(({ beats }) => beats),
  },
  {
    id: 'tune-degrees',
    group: 'tune',
    name: 'degrees of the tune',
    counts: 'notes',
    values: 'kinds',
    isOfTune: true,
    read: (view) => tops(view).map((note) => degrees[degreeOf(view, note)] ?? '1'),
  },
  {
    id: 'tune-steps',
    group: 'tune',
    name: 'steps of the tune',
    counts: 'steps',
    values: 'kinds',
    isOfTune: true,
    beside: 'before',
    read: steps,
  },
  {
    id: 'tune-cells',
    group: 'tune',
    name: 'rhythm of half a bar',
    counts: 'halves',
    values: 'kinds',
    isOfMetre: true,
    read: cells,
  },
  {
    id: 'double-stops',
    group: 'tune',
    name: 'notes of the tune at once',
    counts: 'moments',
    values: 'kinds',
    read: ({ tune }) =>
      tune.map(({ notes }) => (notes.length === 1 ? 'one' : notes.length === 2 ? 'two' : 'three and more')),
  },
];
