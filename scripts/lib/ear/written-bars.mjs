import { layTimeline } from '@jocund/core/sound';

/**
 * Bars of the written score that some bars of the order played are.
 * @param {import('@jocund/core/score').Score} score
 * @param {{ first: number, last: number }} played
 */
export function writtenBars(score, { first, last }) {
  const bars = layTimeline(score)
    .bars.slice(first, last + 1)
    .map(({ bar }) => bar);
  return { first: Math.min(...bars), last: Math.max(...bars) };
}
