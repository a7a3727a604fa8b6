import type { Guess } from './guesses.ts';

/**
 * Guesses of bars that are played more than once, each as sure as all the times together make it: what is heard every time is surer than any one of them, what is heard once of three times is likely a mistake. `writtenOf` tells which bar of the score a played one is; only bars up to `lastBar`, the last that the recording has, are counted.
 */
export function pooled(
  guesses: readonly Guess[],
  writtenOf: (played: number) => number,
  lastBar: number,
): Guess[] {
  const times = new Map<number, number>();
  for (let bar = 0; bar <= lastBar; bar += 1) times.set(writtenOf(bar), (times.get(writtenOf(bar)) ?? 0) + 1);
  const keyOf = ({ bar, note, heard }: Guess) => `${writtenOf(bar)} ${note.tick} ${heard.midi}`;
  const together = new Map<string, Guess[]>();
  for (const guess of guesses) {
    const key = keyOf(guess);
    together.set(key, [...(together.get(key) ?? []), guess]);
  }
  return guesses.map((guess) => {
    const all = together.get(keyOf(guess)) ?? [guess];
    const played = times.get(writtenOf(guess.bar)) ?? 1;
    if (played < 2) return guess;
    const doubt = all.reduce((product, { heard }) => product * (1 - heard.sureness), 1);
    const sureness = Math.min(mostSure, (1 - doubt) * Math.min(1, all.length / played));
    return { ...guess, heard: { ...guess.heard, sureness } };
  });
}

/** Nothing that is only heard is quite sure. */
const mostSure = 0.99;
