/**
 * What a simulated student does wrong in one take, dealt anew each time.
 * @typedef {import('@jocund/core/stand-ins').StudentFaults & { bars: { first: number, last: number } }} DealtFaults
 * @param {() => number} random @param {number} bars how many there are in the order played @returns {DealtFaults}
 */
export function dealtFaults(random, bars) {
  const first = Math.floor(random() * Math.max(1, bars - 8));
  const chance = (/** @type {number} */ odds) => random() < odds;
  return {
    bars: { first, last: Math.min(bars - 1, first + 7 + Math.floor(random() * 6)) },
    pace: 0.8 + random() * 0.9,
    unsteadyMs: 3 + random() * 9,
    rushMs: chance(0.3) ? 20 + random() * 40 : 0,
    ...(chance(0.25) ? { limp: { beat: 3, ms: 25 + random() * 35 } } : {}),
    splitMs: chance(0.3) ? random() * 40 : 0,
    missedShare: chance(0.6) ? random() * 0.08 : 0,
    droppedSlursShare: chance(0.4) ? random() : 0,
    wrongStringShare: chance(0.5) ? random() * 0.06 : 0,
    extraShare: chance(0.4) ? random() * 0.04 : 0,
    stops: chance(0.3) ? [{ before: first + 3, seconds: 1 + random() * 3 }] : [],
    restarts: chance(0.3) ? [{ after: first + 4, backTo: first + 2 + Math.floor(random() * 2) }] : [],
  };
}
