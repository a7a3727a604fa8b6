import { text, type Shape } from './shape.ts';

/** Something on a page that is never parted over two. */
export interface PageBlock {
  readonly height: number;
  readonly shapes: readonly Shape[];
  /** Where the block's top left corner lies among its shapes; absent: at 0, 0. */
  readonly origin?: { readonly x: number; readonly y: number } | undefined;
  /** What it shows in words, where it is a drawing; absent where it is read as it stands. */
  readonly says?: string | undefined;
}

const headingSize = 19;
export const headingHeight = 34;

/** Words over a block. */
export const heading = (words: string): Shape =>
  text(0, 22, words, { size: headingSize, face: 'serif', weight: 700, anchor: 'start' });
