import type { Bar, Score } from '../schema.ts';

/**
 * The score with a name for every bar and section that has none, or that has the name of one before it. Names that stand are kept;
 * a score that needs none is handed back as it is. `newId` gives a name never given before: letters a–z, digits, hyphens, 24 at most.
 */
export function withIds(score: Score, newId: () => string): Score {
  const taken = new Set<string>();
  const freshOr = (id: string | undefined): string => {
    const kept = id === undefined || taken.has(id) ? newId() : id;
    taken.add(kept);
    return kept;
  };
  const bars = score.bars.map((bar): Bar => {
    const id = freshOr(bar.id);
    const section = bar.section && { ...bar.section, id: freshOr(bar.section.id) };
    if (id === bar.id && section?.id === bar.section?.id) return bar;
    return { ...bar, id, ...(section ? { section } : {}) };
  });
  return bars.every((bar, index) => bar === score.bars[index]) ? score : { ...score, bars };
}
