import type { Guess } from './guesses.ts';

/**
 * Guesses of bars that are played more than once, each as sure as all the times together make it: the mean of them, a time in which it was not heard counting nothing. What is heard every time is not made surer than it was: a partial is taken for a note each time. `writtenOf` tells which bar of the score a played one is; only bars up to `lastBar`, the last that the recording has, are counted.
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
    const sum = all.reduce((total, { heard }) => total + heard.sureness, 0);
    const sureness = sum / Math.max(played, all.length);
    return { ...guess, heard: { ...guess.heard, sureness } };
  });
}
