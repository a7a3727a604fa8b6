import type { StringNumber } from '@jocund/core/instrument';

/** A place on the sheet. `bar` counts from 0; `tick` from the start of the bar. */
export interface SheetPlace {
  readonly bar: number;
  readonly tick: number;
  readonly string: StringNumber;
}

/** What is selected, from a moment up to, not including, another. */
export interface SelectedSpan {
  readonly from: Pick<SheetPlace, 'bar' | 'tick'>;
  readonly to: Pick<SheetPlace, 'bar' | 'tick'>;
}

/** A query's letter beside the note it is about. */
export interface SheetMark {
  readonly place: SheetPlace;
  readonly letter: string;
}
