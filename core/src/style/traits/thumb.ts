import { beatAt, countedAt, type NoteEnding } from '../../score/index.ts';
import { chordToneOf, lowestOf, type BarView } from '../bar-view.ts';
import { thumbKindOf } from '../thumb-kind.ts';
import type { ReadTrait } from '../trait.ts';

const functions: Readonly<Record<number, string>> = {
  0: 'root',
  3: 'third',
  4: 'third',
  7: 'fifth',
  10: 'seventh',
  11: 'seventh',
};

/** Root, third, fifth, seventh or another tone of the chord held, for the strokes that pass a test. */
const functionsOf = (view: BarView, isMeant: (beat: number) => boolean): string[] =>
  view.thumb.flatMap((moment) => {
    const low = lowestOf(view, moment);
    const tone = low && !low.dead ? chordToneOf(view, low) : undefined;
    return tone === undefined || !isMeant(beatAt(view.bar.metre, moment.tick))
      ? []
      : [functions[tone] ?? 'another tone'];
  });

const endings: Readonly<Record<NoteEnding, string>> = {
  'let-ring': 'rings',
  stopped: 'stopped',
  'palm-damped': 'under the palm',
  lifted: 'grip lifted',
};

/** How each stroke ends: as its note says, or as the piece does. */
const endingsOf = ({ thumb, score }: BarView): string[] =>
  thumb.flatMap(({ notes }) => {
    const [note] = notes;
    const ending = note?.ending ?? score.bassEnding;
    return note ? [ending ? endings[ending] : 'as written'] : [];
  });

/** For each stroke whether the bar before has the same string at its place. */
function repeated(view: BarView): string[] {
  const { before, thumb } = view;
  if (!before) return [];
  const was = new Map(before.thumb.map((moment) => [moment.tick, lowestOf(before, moment)?.string]));
  return thumb.map((moment) =>
    was.get(moment.tick) === lowestOf(view, moment)?.string ? 'the same string' : 'another',
  );
}

/** What the thumb does. */
export const thumbTraits: readonly ReadTrait[] = [
  {
    id: 'thumb-kind',
    group: 'thumb',
    name: 'what the thumb does',
    counts: 'bars',
    values: 'kinds',
    read: (view) => [thumbKindOf(view)],
  },
  {
    id: 'thumb-on-strong',
    group: 'thumb',
    name: 'bass on beats 1 and 3',
    counts: 'strokes',
    values: 'kinds',
    read: (view) => functionsOf(view, (beat) => beat % 2 === 1),
  },
  {
    id: 'thumb-on-weak',
    group: 'thumb',
    name: 'bass on beats 2 and 4',
    counts: 'strokes',
    values: 'kinds',
    read: (view) => functionsOf(view, (beat) => beat % 2 === 0),
  },
  {
    id: 'thumb-strings',
    group: 'thumb',
    name: 'strings of the thumb',
    counts: 'strokes',
    values: 'kinds',
    read: ({ thumb }) => thumb.flatMap(({ notes }) => notes.map(({ string }) => `string ${string}`)),
  },
  {
    id: 'thumb-places',
    group: 'thumb',
    name: 'strings of the thumb by place',
    counts: 'strokes',
    values: 'kinds',
    isOfMetre: true,
    read: ({ thumb, bar }) =>
      thumb.flatMap(({ tick, notes }) =>
        notes.map(({ string }) => `${countedAt(bar.metre, tick) || 'finer'} string ${string}`),
      ),
  },
  {
    id: 'thumb-density',
    group: 'thumb',
    name: 'strokes of the thumb a beat',
    counts: 'bars',
    values: 'numbers',
    unit: 'strokes a beat',
    read: ({ thumb, beats }) => [Math.round((4 * thumb.length) / beats) / 4],
  },
  {
    id: 'thumb-ending',
    group: 'thumb',
    name: 'how the bass ends',
    counts: 'strokes',
    values: 'kinds',
    read: endingsOf,
  },
  {
    id: 'thumb-regular',
    group: 'thumb',
    name: 'the thumb against the bar before',
    counts: 'strokes',
    values: 'kinds',
    beside: 'before',
    read: repeated,
  },
  {
    id: 'thumb-marks',
    group: 'thumb',
    name: 'marks on the bass',
    counts: 'strokes',
    values: 'kinds',
    read: ({ thumb }) =>
      thumb.map(({ notes }) =>
        notes.some(({ accent }) => accent)
          ? 'accented'
          : notes.some(({ dead }) => dead)
            ? 'muted'
            : notes.some(({ stroke }) => stroke)
              ? (notes.find(({ stroke }) => stroke)?.stroke ?? 'plain')
              : 'plain',
      ),
  },
];
