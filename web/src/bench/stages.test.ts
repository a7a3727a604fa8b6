import { checkScore } from '@jocund/core/checking';
import { blankScore, layGrip, writeNote, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import { expect, test } from 'vitest';
import { isStage, stageStatuses } from './stages.ts';

const blank = blankScore({ title: 'Stages', barCount: 2 });
const gripped = applyThumb(layGrip(blank, 0, { tick: 0, frets: [0, 2, 2, 1, 0, 0] }));
const statuses = (score: Score) => stageStatuses(score, checkScore(score));

test('a blank piece waits, and says for what', () => {
  expect(statuses(blank)).toMatchObject({
    tuning: { state: 'done', words: 'Standard' },
    shapes: { state: 'waiting', words: 'no grip yet' },
    thumb: { state: 'waiting', words: 'waits for grips' },
    melody: { state: 'waiting', words: 'no note yet' },
    studies: { state: 'waiting' },
    handout: { state: 'waiting' },
  });
});

test('counts follow the score', () => {
  const score = writeNote({ ...gripped, capo: 3 }, { bar: 0, tick: 480, string: 1, voice: 'melody' }, 3, 480);
  expect(statuses(score)).toMatchObject({
    tuning: { words: 'Standard · capo 3' },
    shapes: { state: 'done', words: '1 grip' },
    thumb: { state: 'done', words: '8 strokes, 8 beats' },
    melody: { state: 'done', words: '1 note' },
    studies: { state: 'done', words: 'ladder ready' },
    handout: { state: 'done', words: 'ready to print' },
  });
});

test('queries stand at the stage they belong to', () => {
  const late = applyThumb(layGrip(blank, 0, { tick: 1920, frets: [0, 2, 2, 1, 0, 0] }));
  expect(statuses(late)).toMatchObject({
    thumb: { state: 'query', words: '1 query' },
    handout: { state: 'query' },
  });
  const hammered = {
    ...gripped,
    bars: gripped.bars.with(0, {
      ...gripped.bars[0]!,
      notes: [
        {
          tick: 0,
          durationTicks: 480,
          string: 1 as const,
          fret: 2,
          voice: 'melody' as const,
          arrival: 'hammer-on' as const,
        },
      ],
    }),
  };
  expect(statuses(hammered)).toMatchObject({ melody: { state: 'query', words: '1 query' } });
});

test('only stages that exist are stages', () => {
  expect(['tuning', 'handout'].every(isStage)).toBe(true);
  expect([undefined, 'mixing', 'Tuning', ''].some(isStage)).toBe(false);
});
