import type { NoteEnding } from '../score/index.ts';

/**
 * What the thumb wants of a grip: its low bass, the string it alternates with, or the second bass of three-string
 * patterns. Which string that is depends on the grip.
 */
export type BassRole = 'low' | 'alternate' | 'other-low';

/** A bass pattern as a guitarist would describe it: one entry a felt beat, null where the thumb rests. */
export interface ThumbPattern {
  readonly id: string;
  readonly name: string;
  readonly aliases: readonly string[];
  /** Beats of bars counted in two or four; repeated until the bar is full. */
  readonly duple: readonly (BassRole | null)[];
  /** Beats of bars counted in three. */
  readonly triple: readonly (BassRole | null)[];
  /** A stroke is written no longer than this many beats; absent: up to the next stroke. */
  readonly longestBeats?: number;
  readonly ending?: NoteEnding;
  /** Beats (from 1) that are accented. */
  readonly accents?: readonly number[];
}

/** Common practice. */
export const thumbPatternTable: readonly ThumbPattern[] = [
  {
    id: 'two-string',
    name: 'Two-string alternation',
    aliases: ['alternating', 'two'],
    duple: ['low', 'alternate'],
    triple: ['low', 'alternate', 'alternate'],
  },
  {
    id: 'three-string',
    name: 'Three-string alternation',
    aliases: ['three'],
    duple: ['low', 'alternate', 'other-low', 'alternate'],
    triple: ['low', 'alternate', 'other-low'],
  },
  {
    id: 'one-string',
    name: 'One-string thump',
    aliases: ['thump', 'one-string-thump', 'monotone'],
    duple: ['low'],
    triple: ['low'],
    ending: 'palm-damped',
  },
  {
    id: 'half-time',
    name: 'Half-time',
    aliases: ['half'],
    duple: ['low', null, 'alternate', null],
    triple: ['low', null, null],
  },
  {
    id: 'off-beat',
    name: 'Off-beat thump, 2 and 4',
    aliases: ['off-beat-thump', 'backbeat'],
    duple: [null, 'low'],
    triple: [null, 'low', 'low'],
    longestBeats: 1,
    ending: 'stopped',
    accents: [2, 4],
  },
];

/** The bar's strokes stay as the teacher wrote them. */
export const byHand = 'by-hand';

export function findPattern(name: string): ThumbPattern | undefined {
  const wanted = name
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');
  return thumbPatternTable.find(({ id, aliases }) => id === wanted || aliases.includes(wanted));
}
