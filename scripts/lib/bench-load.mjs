import { setTimeout } from 'node:timers/promises';
import autocannon from 'autocannon';

const groupCount = 20;
/** At first nothing is remembered, and everybody comes at once. */
const settledAfterMs = 10_000;

/**
 * So many people, each with a connection of their own, who ask once a second at most and not all in the same instant: groups begin one
 * after the other within a second. Whoever waits for an answer asks later, so a slow server is asked less: see `perSecond`.
 * @param {{ address: string, people: number, seconds: number, requestsOf: (who: number) => import('autocannon').Request[] }} load
 * @returns {Promise<{ perSecond: number, median: number, p95: number, p95Settled: number, troubles: string }>} times in ms, settled: after the first ten seconds; `troubles`: errors, time-outs, refusals
 */
export async function load({ address, people, seconds, requestsOf }) {
  /** @type {{ at: number, time: number }[]} */
  const answers = [];
  const begun = performance.now();
  const perGroup = people / groupCount;
  let next = 0;
  const groups = await Promise.all(
    Array.from({ length: groupCount }, async (_, group) => {
      await setTimeout((group * 1000) / groupCount);
      /** @type {Promise<import('autocannon').Result>} */
      const ended = new Promise((resolve, reject) => {
        const settings = {
          url: address,
          connections: perGroup,
          overallRate: perGroup,
          duration: seconds,
          setupClient: (/** @type {import('autocannon').Client} */ client) => {
            client.setRequests(requestsOf(next));
            next += 1;
          },
        };
        const run = autocannon(settings, (error, result) => (error ? reject(error) : resolve(result)));
        run.on('response', (_client, _status, _bytes, time) =>
          answers.push({ at: performance.now() - begun, time }),
        );
      });
      return ended;
    }),
  );
  /** @param {number} share @param {number} [from] */
  const percentile = (share, from = 0) => {
    const times = answers.flatMap(({ at, time }) => (at >= from ? [time] : [])).sort((a, b) => a - b);
    return times[Math.floor(times.length * share)] ?? NaN;
  };
  const sum = (/** @type {'errors' | 'timeouts' | 'non2xx'} */ key) =>
    groups.reduce((total, each) => total + each[key], 0);
  return {
    perSecond: answers.length / seconds,
    median: percentile(0.5),
    p95: percentile(0.95),
    p95Settled: percentile(0.95, settledAfterMs),
    troubles: `${sum('errors')} ${sum('timeouts')} ${sum('non2xx')}`,
  };
}
