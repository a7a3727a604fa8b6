import type { BassRole, GridPattern, ThumbStroke } from '../score/index.ts';

/** Strokes on a grid that repeats until the bar is full. */
export type PatternGrid = Pick<GridPattern, 'beats' | 'slotsPerBeat' | 'strokes'>;

/** A bass pattern as a guitarist would describe it. */
export interface ThumbPattern {
  readonly id: string;
  readonly name: string;
  readonly aliases: readonly string[];
  /** For bars counted in two or four; own patterns use it for every bar. */
  readonly duple: PatternGrid;
  /** For bars counted in three. */
  readonly triple: PatternGrid;
  /** Strokes are only made where the melody strikes nothing. */
  readonly inHoles?: true;
  /** The last beats of a bar walk to the next grip's bass. */
  readonly walk?: Walk;
}

export interface Walk {
  readonly by: 'scale' | 'half-steps' | 'tenths';
  /** Beats of the bar that walk. */
  readonly beats: number;
}

type Extra = Omit<ThumbStroke, 'slot' | 'role'>;

/** Beats in words, a dash for a rest: "low alternate - alternate". Every stroke may share a way of ending or being struck. */
const beats = (text: string, every: Extra = {}, slotsPerBeat = 1): PatternGrid => {
  const words = text.split(' ');
  return {
    beats: words.length / slotsPerBeat,
    slotsPerBeat,
    strokes: words.flatMap((word, slot) =>
      word === '-' ? [] : word.split('+').map((role) => ({ slot, role: role as BassRole, ...every })),
    ),
  };
};

/** Adds to the strokes of some slots. */
const withExtra = (grid: PatternGrid, slots: readonly number[], extra: Extra): PatternGrid => ({
  ...grid,
  strokes: grid.strokes.map((stroke) => (slots.includes(stroke.slot) ? { ...stroke, ...extra } : stroke)),
});

const two = { duple: beats('low alternate'), triple: beats('low alternate alternate') };
const three = {
  duple: beats('low alternate other-low alternate'),
  triple: beats('low alternate other-low'),
};

/** Common practice. */
export const thumbPatternTable: readonly ThumbPattern[] = [
  { id: 'two-string', name: 'Two-string alternation', aliases: ['alternating', 'two'], ...two },
  { id: 'three-string', name: 'Three-string alternation', aliases: ['three'], ...three },
  {
    id: 'ragtime',
    name: 'Ragtime bass, short, 2 and 4 accented',
    aliases: ['rag', 'stride'],
    duple: withExtra(beats('low alternate other-low alternate', { ending: 'stopped' }), [1, 3], {
      accent: true,
    }),
    triple: withExtra(beats('low alternate alternate', { ending: 'stopped' }), [1, 2], { accent: true }),
  },
  {
    id: 'ringing',
    name: 'Ringing alternation',
    aliases: ['let-ring'],
    duple: beats('low alternate', { ending: 'let-ring' }),
    triple: beats('low alternate alternate', { ending: 'let-ring' }),
  },
  {
    id: 'one-string',
    name: 'One-string thump',
    aliases: ['thump', 'one-string-thump', 'monotone'],
    duple: beats('low', { ending: 'palm-damped' }),
    triple: beats('low', { ending: 'palm-damped' }),
  },
  {
    id: 'eighth-thump',
    name: 'One-string thump in eighths',
    aliases: ['driving-thump'],
    duple: withExtra(beats('low low low low', { ending: 'palm-damped' }, 2), [2], { accent: true }),
    triple: beats('low low low low low low', { ending: 'palm-damped' }, 2),
  },
  {
    id: 'half-time',
    name: 'Half-time',
    aliases: ['half'],
    duple: beats('low - alternate -'),
    triple: beats('low - -'),
  },
  {
    id: 'off-beat',
    name: 'Off-beat thump, 2 and 4',
    aliases: ['off-beat-thump', 'backbeat'],
    duple: withExtra(beats('- low'), [1], { slots: 1, ending: 'stopped', accent: true }),
    triple: withExtra(beats('- low low'), [1, 2], { slots: 1, ending: 'stopped' }),
  },
  {
    id: 'muted-alternate',
    name: 'Alternation with a muted string on 2 and 4',
    aliases: ['muted'],
    duple: withExtra(beats('low alternate'), [1], { dead: true }),
    triple: withExtra(beats('low alternate alternate'), [1, 2], { dead: true }),
  },
  {
    id: 'double-thumb',
    name: 'Double thumb, dragged into 3',
    aliases: ['double', 'double-bass', 'drag'],
    duple: {
      beats: 4,
      slotsPerBeat: 4,
      strokes: [
        { slot: 0, role: 'low', slots: 4 },
        { slot: 4, role: 'alternate', slots: 3 },
        { slot: 7, role: 'low', slots: 1 },
        { slot: 8, role: 'nearest', slots: 4, stroke: 'drag', accent: true },
        { slot: 12, role: 'alternate', slots: 4 },
      ],
    },
    triple: {
      beats: 3,
      slotsPerBeat: 4,
      strokes: [
        { slot: 0, role: 'low', slots: 4 },
        { slot: 4, role: 'alternate', slots: 4 },
        { slot: 8, role: 'alternate', slots: 3 },
        { slot: 11, role: 'low', slots: 1 },
      ],
    },
  },
  {
    id: 'double-thumb-grace',
    name: 'Double thumb, a grace before 1 and 3',
    aliases: ['stumble'],
    duple: {
      beats: 2,
      slotsPerBeat: 1,
      strokes: [
        { slot: 0, role: 'low', grace: true, slots: 1 },
        { slot: 0, role: 'nearest', stroke: 'drag' },
        { slot: 1, role: 'alternate' },
      ],
    },
    triple: {
      beats: 3,
      slotsPerBeat: 1,
      strokes: [
        { slot: 0, role: 'low', grace: true, slots: 1 },
        { slot: 0, role: 'nearest', stroke: 'drag' },
        { slot: 1, role: 'alternate' },
        { slot: 2, role: 'alternate' },
      ],
    },
  },
  {
    id: 'answering',
    name: 'Answering bass, in the melody’s holes',
    aliases: ['answer'],
    inHoles: true,
    ...two,
  },
  {
    id: 'boom-brush',
    name: 'Boom and brush',
    aliases: ['boom-and-brush', 'brush'],
    duple: withExtra(beats('low alternate other-low alternate'), [1, 3], { stroke: 'brush' }),
    triple: withExtra(beats('low alternate alternate'), [1, 2], { stroke: 'brush' }),
  },
  {
    id: 'bass-slap',
    name: 'Bass and slap',
    aliases: ['bass-and-slap', 'slap'],
    duple: withExtra(beats('low low alternate low'), [1, 3], {
      stroke: 'slap',
      dead: true,
      accent: true,
      slots: 1,
    }),
    triple: withExtra(beats('low low low'), [1, 2], { stroke: 'slap', dead: true, slots: 1 }),
  },
  {
    id: 'boogie',
    name: 'Boogie: root, third, fifth, sixth, seventh and back',
    aliases: ['boogie-figure'],
    duple: beats('root third fifth sixth seventh sixth fifth third', { ending: 'palm-damped' }, 2),
    triple: beats('root third fifth sixth fifth third', { ending: 'palm-damped' }, 2),
  },
  {
    id: 'boogie-shuffle',
    name: 'Boogie shuffle: root with fifth, root with sixth',
    aliases: ['shuffle'],
    duple: beats('root+fifth root+fifth root+sixth root+sixth', { ending: 'palm-damped' }, 2),
    triple: beats(
      'root+fifth root+fifth root+sixth root+sixth root+fifth root+fifth',
      { ending: 'palm-damped' },
      2,
    ),
  },
  {
    id: 'walk',
    name: 'Alternation, walking by the scale to the next grip',
    aliases: ['walk-scale', 'walking', 'diatonic-walk'],
    walk: { by: 'scale', beats: 2 },
    ...two,
  },
  {
    id: 'walk-chromatic',
    name: 'Alternation, walking by half steps to the next grip',
    aliases: ['chromatic-walk', 'walk-half-steps'],
    walk: { by: 'half-steps', beats: 2 },
    ...two,
  },
  {
    id: 'walk-tenths',
    name: 'Alternation, walking in tenths to the next grip',
    aliases: ['tenths'],
    walk: { by: 'tenths', beats: 2 },
    ...two,
  },
];

/** The bar's strokes stay as the teacher wrote them. */
export const byHand = 'by-hand';

const plain = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');

/** A pattern by its name: one of the shipped ones, or one of the teacher's own. */
export function findPattern(name: string, own: readonly GridPattern[] = []): ThumbPattern | undefined {
  const wanted = plain(name);
  const mine = own.find((each) => each.id === name || plain(each.name) === wanted);
  if (mine) return { id: mine.id, name: mine.name, aliases: [], duple: mine, triple: mine };
  return thumbPatternTable.find(({ id, aliases }) => id === wanted || aliases.includes(wanted));
}
