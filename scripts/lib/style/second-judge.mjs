/** @typedef {import('@jocund/core/score').Score} Score */

/** Runs of three events as they are written, string by string: nothing of the traits is in them. @param {Score} score */
function events(score) {
  const words = score.bars.flatMap(({ notes, metre }) =>
    [...notes]
      .sort((a, b) => a.tick - b.tick || b.string - a.string)
      .map(
        ({ tick, string, fret, voice }) =>
          `${voice[0]}${string}${fret > 4 ? 'h' : fret}@${tick % ((metre.beats * 960) / 2)}`,
      ),
  );
  const runs = new Map();
  for (let at = 0; at + 3 <= words.length; at += 1) {
    const run = words.slice(at, at + 3).join(' ');
    runs.set(run, (runs.get(run) ?? 0) + 1);
  }
  return runs;
}

/** Cosine of two tallies. @param {Map<string, number>} one @param {Map<string, number>} other */
function alike(one, other) {
  const length = (/** @type {Map<string, number>} */ of) =>
    Math.sqrt([...of.values()].reduce((sum, count) => sum + count * count, 0));
  let both = 0;
  for (const [run, count] of one) both += count * (other.get(run) ?? 0);
  return both / (length(one) * length(other) || 1);
}

/**
 * The player whose pieces have most runs in common with a piece.
 * @param {Score} score @param {readonly { name: string, scores: readonly Score[] }[]} players
 */
export function namedBy(score, players) {
  const runs = events(score);
  const near = players.map(({ name, scores }) => {
    const sum = new Map();
    for (const each of scores)
      for (const [run, count] of events(each)) sum.set(run, (sum.get(run) ?? 0) + count);
    return { name, near: alike(runs, sum) };
  });
  return near.sort((a, b) => b.near - a.near)[0]?.name;
}
