import { endingWords as words, type NoteEnding } from '@jocund/core/score';

/** How notes end, in a teacher's words. */
export const endingWords = (ending: NoteEnding | undefined): string =>
  ending ? words[ending] : 'as written';

/** "1 bar", "3 bars". */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** Which bars, by their numbers; both null: all of them. */
export const barsWords = ({
  firstBar,
  lastBar,
}: {
  readonly firstBar: number | null;
  readonly lastBar: number | null;
}): string =>
  firstBar === null || lastBar === null
    ? 'the whole piece'
    : firstBar === lastBar
      ? `bar ${firstBar}`
      : `bars ${firstBar}–${lastBar}`;
