import type { Bar, Clip } from '@jocund/core/score';

type Held =
  | { readonly kind: 'bar'; readonly bar: Bar; readonly words: string }
  | {
      readonly kind: 'clip';
      readonly clip: Clip;
      readonly words: string;
      readonly source: CopiedFrom;
    };

/** Where notes were copied: bars by their names, as they may be elsewhere by now. */
export interface CopiedFrom {
  readonly arrangementId: string;
  readonly from: { readonly bar: string | undefined; readonly tick: number };
  readonly to: { readonly bar: string | undefined; readonly tick: number };
}

let held: Held | undefined;

/** What was copied last, kept from piece to piece until the page is left. */
export const clipboard = {
  hold: (what: Held): void => {
    held = what;
  },
  held: (): Held | undefined => held,
};
