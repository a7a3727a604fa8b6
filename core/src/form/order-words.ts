import type { Score } from '../score/index.ts';
import { turnsOf } from './performance.ts';

/** The order of performance as a player reads it: "Intro, Verse 1 twice, Break"; undefined where the piece is played as it is written. */
export function orderWords(score: Score): string | undefined {
  if (!score.order) return undefined;
  const runs: { readonly name: string; times: number }[] = [];
  for (const { section } of turnsOf(score)) {
    const last = runs.at(-1);
    if (section.name === '') continue;
    if (last?.name === section.name) last.times += 1;
    else runs.push({ name: section.name, times: 1 });
  }
  return runs.map(({ name, times }) => name + timesWords(times)).join(', ');
}

const timesWords = (times: number): string => (times === 1 ? '' : times === 2 ? ' twice' : ` ${times} times`);
