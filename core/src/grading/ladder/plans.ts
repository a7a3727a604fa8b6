import type { CutId } from './cuts.ts';

/** In which order a piece is taught. */
export type LadderOrder = 'thumb-first' | 'melody-first' | 'skeleton-first' | 'phrases' | 'sections';

/** A plan of teaching: its rungs in order, before the whole. */
export interface LadderPlan {
  readonly order: LadderOrder;
  readonly name: string;
  readonly says: string;
  readonly cuts: readonly CutId[];
}

/** Both schools of the trade, and three more (common practice). Two have a rung for each phrase or section instead of cuts. */
export const ladderPlans: readonly LadderPlan[] = [
  {
    order: 'thumb-first',
    name: 'thumb first',
    says: 'The thumb before a note of the tune; then the tune joins it.',
    cuts: ['thumb-alone', 'melody-alone', 'pinches', 'plain'],
  },
  {
    order: 'melody-first',
    name: 'tune first',
    says: 'The tune by itself, in whichever hand it is; then the thumb under it.',
    cuts: ['melody-alone', 'thumb-alone', 'pinches', 'plain'],
  },
  {
    order: 'skeleton-first',
    name: 'skeleton first',
    says: 'Both hands from the first day: one bass note a bar and the tune on the beats, then freer.',
    cuts: ['skeleton', 'pinches', 'plain'],
  },
  {
    order: 'phrases',
    name: 'phrase by phrase',
    says: 'As written from the start, one phrase more each time.',
    cuts: [],
  },
  {
    order: 'sections',
    name: 'section by section',
    says: 'Each section by itself, riff, verse or variation, the easiest first; of a variation only what is new counts.',
    cuts: [],
  },
];

/** What a rung is called, and what it adds. */
export const cutWords: Readonly<Record<CutId | 'whole', { readonly name: string; readonly adds: string }>> = {
  'thumb-alone': { name: 'Thumb alone', adds: 'the bass of every bar, grips as written' },
  'melody-alone': { name: 'Melody alone', adds: 'the tune as written, no bass' },
  skeleton: { name: 'Skeleton', adds: 'one bass note a bar, the tune where it falls on a beat' },
  pinches: { name: 'Pinches', adds: 'both hands, only where they strike together' },
  plain: { name: 'Off-beats', adds: 'the notes between the beats; no bends, turns or slurs yet' },
  whole: { name: 'Whole', adds: 'everything, as written' },
};
