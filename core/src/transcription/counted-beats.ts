import type { Beats } from './beat-grid.ts';

/** The same beats counted half as fast: every second one, so that bar 1 still begins on one. */
export function halfAsFast({ beats, firstBeat }: Beats): Beats {
  const odd = firstBeat % 2;
  return { beats: beats.filter((_, index) => index % 2 === odd), firstBeat: (firstBeat - odd) / 2 };
}

/** The same beats counted twice as fast: one more in the middle of each. */
export function twiceAsFast({ beats, firstBeat }: Beats): Beats {
  const between = beats.flatMap((beat, index) => {
    const next = beats[index + 1];
    return next === undefined ? [beat] : [beat, (beat + next) / 2];
  });
  return { beats: between, firstBeat: 2 * firstBeat };
}

/** Least from one beat to the next, in seconds. */
const leastStepS = 0.05;

/** Moves one beat, or it and all after it, as far as it stays between its neighbours. */
export function moveBeat(beats: readonly number[], index: number, byS: number, allAfter: boolean): number[] {
  const here = beats[index];
  if (here === undefined) return [...beats];
  const lowest = (beats[index - 1] ?? -leastStepS) + leastStepS;
  const highest = allAfter ? Infinity : (beats[index + 1] ?? Infinity) - leastStepS;
  const to = Math.min(highest, Math.max(lowest, here + byS));
  return beats.map((beat, each) =>
    each === index || (allAfter && each > index) ? beat + (to - here) : beat,
  );
}

/** Beats in quarter notes a minute, by the middle step. */
export function tempoOf(beats: readonly number[]): number | undefined {
  const steps = beats
    .slice(1)
    .map((beat, index) => beat - (beats[index] ?? 0))
    .sort((a, b) => a - b);
  const middle = steps[steps.length >> 1];
  return middle ? 60 / middle : undefined;
}
