import type { Bar, Finding, Score, Voice } from '../score/index.ts';

/**
 * Where the work on a piece stands: the first stage that is not done, and why. `count` is how many bars are written where it is
 * unfinished, how many findings are open where there are queries, and else 0.
 */
export interface OpenStage {
  readonly stage: 'shapes' | 'thumb' | 'melody' | 'form' | 'ready';
  readonly why: 'empty' | 'unfinished' | 'queries' | 'ready';
  readonly count: number;
}

/** The work goes from the grips to the thumb, the melody and the form; what is open of a stage comes before the next one. */
export function openStageOf({ bars }: Score, findings: readonly Finding[]): OpenStage {
  const hasGrips = bars.some(({ grips }) => grips.length > 0);
  const written = { thumb: writtenTo(bars, 'thumb'), melody: writtenTo(bars, 'melody') };
  if (!hasGrips && written.thumb === 0) return { stage: 'shapes', why: 'empty', count: 0 };
  const queries = { thumb: 0, form: 0, melody: 0 };
  for (const { code } of findings) queries[stageOfFinding(code)] += 1;
  for (const stage of ['thumb', 'melody'] as const) {
    if (written[stage] === 0) return { stage, why: 'empty', count: 0 };
    if (!isToTheEnd(written[stage], bars)) return { stage, why: 'unfinished', count: written[stage] };
    if (queries[stage] > 0) return { stage, why: 'queries', count: queries[stage] };
  }
  if (queries.form > 0) return { stage: 'form', why: 'queries', count: queries.form };
  return { stage: 'ready', why: 'ready', count: 0 };
}

/** How many bars there are up to the last one with a note of the voice. */
const writtenTo = (bars: readonly Bar[], voice: Voice): number =>
  bars.findLastIndex(({ notes }) => notes.some((note) => note.voice === voice)) + 1;

/** Where one voice ends alone, the other has ended a bar before (common practice: the last chord is one voice's). */
const isToTheEnd = (written: number, bars: readonly Bar[]): boolean =>
  written >= Math.max(1, bars.length - 1);

/** On which stage a finding is mended, by its code. */
export function stageOfFinding(code: string): 'thumb' | 'form' | 'melody' {
  if (code.startsWith('thumb') || code === 'unknown-pattern') return 'thumb';
  return code.startsWith('form') ? 'form' : 'melody';
}
