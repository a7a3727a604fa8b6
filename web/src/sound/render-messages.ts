import type { Feel } from '@jocund/core/sound';
import type { Study } from '@jocund/core/score';

/** What the page asks of the sound worker. */
export type RenderRequest =
  | {
      readonly kind: 'render';
      readonly id: number;
      readonly study: Study;
      readonly feel: Feel;
      readonly sampleRate: number;
    }
  | { readonly kind: 'cancel'; readonly id: number };

/** The voices of a study as samples, each mono. */
export interface Stems {
  readonly thumb: Float32Array<ArrayBuffer>;
  readonly melody: Float32Array<ArrayBuffer>;
  readonly click: Float32Array<ArrayBuffer>;
}

/** What the sound worker answers. `share` is 0 to 1. */
export type RenderAnswer =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly stems: Stems }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
