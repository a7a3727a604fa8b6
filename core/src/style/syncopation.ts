import { barTicks, beatTicks, isCompound, ticksPerQuarter, type Metre, type Ticks } from '../score/index.ts';

/**
 * How strong a place of the bar is: 0 its start, −1 the largest part it falls into, and so on down. 4/4 gives 0 on beat 1, −1 on 3, −2 on 2 and 4, −3 on the eighths between. 3/4 falls into three beats at once,
 * 6/8 into two and each of those into three. Longuet-Higgins & Lee, "The rhythmic interpretation of monophonic music", Music Perception 1984.
 */
export function metricalWeight(metre: Metre, tick: Ticks): number {
  const parts = partsOf(metre);
  const depth = parts.findIndex((part) => tick % part === 0);
  // A place finer than the finest part is one level weaker than it.
  return 0 - (depth < 0 ? parts.length : depth);
}

/** Lengths of the parts a bar falls into, level by level: the bar, its half where it has one, its beats, and halves of those. */
function partsOf(metre: Metre): Ticks[] {
  const bar = barTicks(metre);
  const beat = beatTicks(metre);
  const beats = bar / beat;
  const levels = [bar];
  for (let part = bar; Number.isInteger(part / beat / 2) && part / beat > 2 && beats % 2 === 0;) {
    part /= 2;
    levels.push(part);
  }
  if (levels.at(-1) !== beat) levels.push(beat);
  const eighth = ticksPerQuarter / 2;
  if (isCompound(metre)) levels.push(eighth, eighth / 2);
  else levels.push(beat / 2, beat / 4);
  return levels;
}

/**
 * Syncopation of a bar: each note that is followed by silence, or held, over a place stronger than its own adds how much stronger that place is.
 * `onsets` are ticks from the bar's start in order; `next` is the first onset of the next bar, from that bar's start: a note held over its bar line passes a place of weight 0. Places are looked at in eighths, or finer where a note is.
 */
export function syncopationOf(metre: Metre, onsets: readonly Ticks[], next: Ticks | undefined = 0): number {
  const bar = barTicks(metre);
  const step = onsets.every((tick) => tick % (ticksPerQuarter / 2) === 0)
    ? ticksPerQuarter / 2
    : ticksPerQuarter / 4;
  return onsets.reduce((sum, onset, index) => {
    const later = onsets[index + 1];
    const passed: Ticks[] = [];
    for (let place = (Math.floor(onset / step) + 1) * step; place < (later ?? bar); place += step)
      passed.push(place);
    const weights = passed.map((place) => metricalWeight(metre, place));
    if (later === undefined && next !== 0) weights.push(0);
    const strongest = Math.max(-Infinity, ...weights);
    return sum + Math.max(0, strongest - metricalWeight(metre, onset));
  }, 0);
}
