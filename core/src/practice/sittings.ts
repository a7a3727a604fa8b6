import type { TimedPass } from './tempo-ladder.ts';

/** Passes with longer than this between them were played on two occasions. */
const betweenMs = 4 * 3_600_000;

/** Passes that were played on one occasion, the oldest first; never empty. */
export type Sitting = readonly [TimedPass, ...TimedPass[]];

/** Passes, the oldest first, by the occasion on which they were played: more than four hours without one part two. */
export function sittingsOf(passes: readonly TimedPass[]): Sitting[] {
  const sittings: [TimedPass, ...TimedPass[]][] = [];
  for (const pass of passes) {
    const now = sittings.at(-1);
    const before = now?.at(-1);
    if (now && before && pass.atMs - before.atMs <= betweenMs) now.push(pass);
    else sittings.push([pass]);
  }
  return sittings;
}
