import type { Feel } from '@jocund/core/score';
import type { Score } from '@jocund/core/score';

/** What the page asks of the sound worker. */
export type RenderRequest =
  | {
      readonly kind: 'render';
      readonly id: number;
      readonly score: Score;
      readonly feel: Feel;
      readonly sampleRate: number;
      /** What a second guitar plays along, bar for bar. */
      readonly partner: Score | undefined;
      /** Only these bars, from 0, both included, to go round and round. */
      readonly loop: LoopBars | undefined;
      /** Whether the click falls on the even beats only. */
      readonly backBeats?: boolean | undefined;
      /** Only what begins in so many seconds from a place on, the loop gone round as often as it takes; all of it where there is none. */
      readonly stretch?: { readonly fromS: number; readonly seconds: number } | undefined;
    }
  | { readonly kind: 'cancel'; readonly id: number };

/** Bars from 0, both included. */
export interface LoopBars {
  readonly fromBar: number;
  readonly toBar: number;
}

/** The voices of a score as samples, each mono; a second guitar is one of its own. */
export interface Stems {
  readonly thumb: Float32Array<ArrayBuffer>;
  readonly melody: Float32Array<ArrayBuffer>;
  readonly click: Float32Array<ArrayBuffer>;
  readonly partner: Float32Array<ArrayBuffer> | undefined;
}

/** Stems of a score, or of a whole loop: as it sounds the first time, and as it sounds again with what rang on over its end. */
export interface Rendered {
  readonly stems: Stems;
  readonly again: Stems | undefined;
}

/** What the sound worker answers. `share` is 0 to 1. */
export type RenderAnswer =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly rendered: Rendered }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
