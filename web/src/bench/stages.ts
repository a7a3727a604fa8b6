import { sectionsOf, turnsOf } from '@jocund/core/form';
import { beatStarts, placedNotes, type Finding, type Score } from '@jocund/core/score';
import { fretsText } from '@jocund/core/shapes';
import { stageOfFinding } from '@jocund/core/stages';
import { stages, type StageId } from '../ui/stages-of-work.ts';
import { counted } from '../ui/words.ts';

/** How far a stage has come, in a few words. A waiting stage says what it waits for. */
export interface StageStatus {
  readonly state: 'done' | 'waiting' | 'query';
  readonly words: string;
}

export const isStage = (text: string | undefined): text is StageId => stages.some(({ id }) => id === text);

/** Everything the stage rail says, counted from the score. */
export function stageStatuses(score: Score, findings: readonly Finding[]): Record<StageId, StageStatus> {
  const grips = new Set(score.bars.flatMap((bar) => bar.grips.map(({ frets }) => fretsText(frets)))).size;
  const beats = score.bars.reduce((sum, { metre }) => sum + beatStarts(metre).length, 0);
  const thumbed = score.bars.reduce(
    (sum, bar) =>
      sum + new Set(bar.notes.filter(({ voice }) => voice === 'thumb').map(({ tick }) => tick)).size,
    0,
  );
  const melody = placedNotes(score, 'melody').length;
  const open = { thumb: 0, form: 0, melody: 0 };
  for (const { code } of findings) open[stageOfFinding(code)] += 1;
  const turns = turnsOf(score).length;
  const capo = score.capo > 0 ? ` · capo ${score.capo}` : '';
  const queries = (count: number): StageStatus => ({
    state: 'query',
    words: counted(count, 'query', 'queries'),
  });
  return {
    listen: { state: 'waiting', words: 'by ear' },
    tuning: { state: 'done', words: score.tuning.name + capo },
    shapes:
      grips > 0
        ? { state: 'done', words: counted(grips, 'grip') }
        : { state: 'waiting', words: 'no grip yet' },
    thumb:
      thumbed === 0
        ? { state: 'waiting', words: 'waits for grips' }
        : open.thumb > 0
          ? queries(open.thumb)
          : { state: 'done', words: `${thumbed} strokes, ${beats} beats` },
    melody:
      open.melody > 0
        ? queries(open.melody)
        : melody > 0
          ? { state: 'done', words: counted(melody, 'note') }
          : { state: 'waiting', words: 'no note yet' },
    form:
      open.form > 0
        ? queries(open.form)
        : sectionsOf(score).length > 1
          ? { state: 'done', words: `${turns} played` }
          : { state: grips > 0 ? 'done' : 'waiting', words: grips > 0 ? 'one section' : 'no chord yet' },
    studies:
      thumbed + melody > 0
        ? { state: 'done', words: 'ladder ready' }
        : { state: 'waiting', words: 'waits for notes' },
    handout:
      thumbed + melody === 0
        ? { state: 'waiting', words: 'waits for notes' }
        : findings.length > 0
          ? { state: 'query', words: `${findings.length} open` }
          : { state: 'done', words: 'ready to print' },
  };
}
