import type { Fingering } from '../../fingering/index.ts';
import type { Score } from '../../score/index.ts';
import type { Aim } from './aim.ts';
import { withBars, type Draft } from './draft.ts';
import type { Fingerer } from './fingerer.ts';

/** What both hands do in each bar, in mm. */
function costByBar({ score, moments }: Fingering): number[] {
  const costs = score.bars.map(() => 0);
  for (const { bar, frettingMm, pickingMm } of moments)
    costs[bar] = (costs[bar] ?? 0) + frettingMm + pickingMm;
  return costs;
}

export interface PriceSettings {
  readonly aim: Aim;
  readonly finger: Fingerer;
  /** What the hands may do more in a bar for one spread nearer, in mm. */
  readonly mmForSpread: number;
  /** One spread, as a distance. */
  readonly spread: number;
  /** Bars that stay, from 0. */
  readonly kept: ReadonlySet<number>;
}

/** Rounds after which bars that still cost too much are all put back. */
const rounds = 3;

/** Puts bars back as they were laid where no finger is free, or where being nearer to the player costs the hands more than it may. */
export function affordable(draft: Draft, laid: Score, settings: PriceSettings): Draft {
  const { finger, aim, mmForSpread, spread, kept } = settings;
  const before = costByBar(finger(laid));
  let now = draft;
  for (let round = 0; round < rounds; round += 1) {
    const fingering = finger(now.score);
    const after = costByBar(fingering);
    const dear = now.score.bars.flatMap((bar, index) => {
      const was = laid.bars[index];
      if (!was || was === bar || kept.has(index)) return [];
      const isHard = bar.notes.some((note) => fingering.notes.get(note)?.isUnplayed);
      const plain = withBars(now, new Map([[index, was]]), aim);
      const nearer = ((plain.distance - now.distance) * now.score.bars.length) / spread;
      const more = (after[index] ?? 0) - (before[index] ?? 0);
      return isHard || more > nearer * mmForSpread ? [[index, was] as const] : [];
    });
    if (dear.length === 0) return now;
    now = withBars(now, new Map(dear), aim);
  }
  return now;
}
