/** So much is made before anything sounds, in seconds: made in a moment even by a telephone, and longer than what comes next takes. */
export const openingS = 2;

/** A little more than that is made as a whole at once. */
const wholeS = 3 * openingS;

/** What was made last: so many seconds of sound, in so many seconds. */
export interface Made {
  readonly seconds: number;
  readonly tookS: number;
}

/**
 * How many seconds of sound to make next so that it is there before what was made last has sounded; Infinity for all that is asked,
 * `allS` seconds. Each stretch is longer than the one before, so that the whole comes at last however slow the machine is.
 */
export function nextStretchS(allS: number, last: Made | undefined): number {
  if (!last) return allS <= wholeS ? Infinity : openingS;
  const speed = last.seconds / last.tookS;
  const wholeTakesS = allS / speed;
  if (wholeTakesS <= 0.7 * last.seconds) return Infinity;
  const wanted = Math.max(2 * last.seconds, 2 * wholeTakesS);
  const inTime = Math.max(1.5 * last.seconds, 0.5 * last.seconds * speed);
  const next = Math.min(wanted, inTime);
  return next >= allS ? Infinity : next;
}
