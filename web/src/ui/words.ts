import { endingWords as words, type NoteEnding } from '@jocund/core/score';

/** How notes end, in a teacher's words. */
export const endingWords = (ending: NoteEnding | undefined): string =>
  ending ? words[ending] : 'as written';

/** "1 bar", "3 bars". */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** Which bars, by their numbers; both null: all of them. */
export function barsWords({ firstBar, lastBar, rung, figureId }: GivenBars): string {
  if (figureId) return 'a figure';
  if (firstBar === null || lastBar === null) return rung ? `rung “${rung.name}”` : 'the whole piece';
  const bars = firstBar === lastBar ? `bar ${firstBar}` : `bars ${firstBar}–${lastBar}`;
  return rung ? `rung “${rung.name}”, ${bars}` : bars;
}

interface GivenBars {
  /** By their numbers; both null: all of it. */
  readonly firstBar: number | null;
  readonly lastBar: number | null;
  readonly rung?: { readonly name: string } | null;
  /** A figure is given whole. */
  readonly figureId?: string | null;
}
