import { beatTicks, isCompound, ticksPerQuarter, type Score } from '../score/index.ts';
import { median } from './numbers.ts';
import type { JudgedNote } from './verdicts.ts';

/** The first eighth of a beat beside the second, in the middle of all beats that have both and a next one; null with fewer than three. */
export function swingPlayed(score: Score, notes: readonly JudgedNote[]): number | null {
  const onsets = notes.flatMap((note) => {
    const metre = score.bars[note.bar]?.metre;
    if (!note.played || note.verdict !== 'hit' || note.isGrace || note.attack !== 'picked') return [];
    if (!metre || isCompound(metre) || beatTicks(metre) !== ticksPerQuarter) return [];
    return [
      { run: note.run, atS: note.startS, tick: note.tick, playedS: note.played.startS, voice: note.voice },
    ];
  });
  const beats = onsets.filter(({ tick }) => tick % ticksPerQuarter === 0);
  const halves = onsets.filter(({ tick }) => tick % ticksPerQuarter === ticksPerQuarter / 2);
  const ratios = halves.flatMap((half) => {
    const near = beats.filter(({ run }) => run === half.run);
    const before = near.findLast(({ atS }) => atS < half.atS);
    const after = near.find(({ atS }) => atS > half.atS);
    if (!before || !after || after.atS - before.atS > longestBeatS) return [];
    const [first, second] = [half.playedS - before.playedS, after.playedS - half.playedS];
    return first > 0 && second > 0 ? [first / (first + second)] : [];
  });
  if (ratios.length < 3) return null;
  const share = median(ratios);
  return share / (1 - share);
}

/** Beats further apart than this have a rest between them. */
const longestBeatS = 2;
