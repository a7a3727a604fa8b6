import type { Tune } from '../../melody/index.ts';
import type { Score } from '../../score/index.ts';

/** Something a file said that could not be taken over. Lines and bars from 1. */
export interface LeftOut {
  readonly what: string;
  readonly line?: number;
  readonly bar?: number;
  /** How often it came. */
  readonly count: number;
}

/** What a reader of a file answers when anything could be read. */
export interface Reading {
  readonly content:
    | { readonly kind: 'score'; readonly score: Score }
    | { readonly kind: 'tune'; readonly tune: Tune };
  readonly leftOut: readonly LeftOut[];
  /** What the file does not tell and the reader had to assume. */
  readonly asks?: 'rhythm' | 'swing';
  /** The swing that was found in what was played, where that is asked. */
  readonly swingPercent?: number;
}

/** Gathers what is left out: the same thing is told once, with its first place and how often it came. */
export class LeftOutList {
  readonly #found = new Map<string, LeftOut>();

  add(what: string, place: { readonly line?: number; readonly bar?: number } = {}): void {
    const known = this.#found.get(what);
    this.#found.set(what, known ? { ...known, count: known.count + 1 } : { what, ...place, count: 1 });
  }

  all(): LeftOut[] {
    return [...this.#found.values()];
  }
}

/** "bar 3: tremolo, 4 times". */
export function leftOutWords({ what, line, bar, count }: LeftOut): string {
  const where = line !== undefined ? `line ${line}: ` : bar !== undefined ? `bar ${bar}: ` : '';
  return `${where}${what}${count > 1 ? `, ${count} times` : ''}`;
}

/** A file's text must not be longer than this, in characters. */
export const longestText = 8 * 1024 * 1024;
