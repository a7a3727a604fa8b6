import type { Bar, Note, Score } from '../../score/index.ts';
import { isHard } from './ease-bars.ts';
import type { Fingerer } from './fingerer.ts';
import { openBassOnly } from './open-bass.ts';
import { strongBassOnly } from './strong-bass.ts';

/** A score, but where no finger is free for a note, the bar of the first of the others in which one is; where there is none, without its bass on weak beats, then with bass on open strings. */
export function whereHandCan(score: Score, others: readonly Score[], finger: Fingerer): Score {
  const tried = others.reduce(
    (now, other) => withHardBars(now, (_, index) => other.bars[index], finger),
    score,
  );
  const thin = withHardBars(withLetGo(tried, finger), strongBassOnly, finger);
  return withLetGo(
    withHardBars(thin, (bar, index) => openBassOnly(thin, bar, index), finger),
    finger,
  );
}

/** Notes end where the hand has to let them go for what comes after. */
function withLetGo(score: Score, finger: Fingerer): Score {
  const ends = new Map<Note, number>();
  for (const { letGo, at } of finger(score).moments)
    for (const { note, at: begins } of letGo)
      ends.set(note, Math.min(ends.get(note) ?? Infinity, at - begins));
  if (ends.size === 0) return score;
  return {
    ...score,
    bars: score.bars.map((bar) =>
      bar.notes.some((note) => ends.has(note))
        ? { ...bar, notes: bar.notes.map((note) => endedAfter(note, ends.get(note))) }
        : bar,
    ),
  };
}

/** A stroke of the thumb that is shortened stays so when its pattern is laid anew. */
const endedAfter = (note: Note, ticks: number | undefined): Note =>
  ticks === undefined || ticks <= 0
    ? note
    : { ...note, durationTicks: ticks, ...(note.voice === 'thumb' ? { byHand: true } : {}) };

function withHardBars(
  score: Score,
  instead: (bar: Bar, index: number) => Bar | undefined,
  finger: Fingerer,
): Score {
  const fingering = finger(score);
  if (!score.bars.some((bar) => isHard(bar, fingering))) return score;
  return {
    ...score,
    bars: score.bars.map((bar, index) => (isHard(bar, fingering) ? (instead(bar, index) ?? bar) : bar)),
  };
}
