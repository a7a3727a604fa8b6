import { expect, test } from 'vitest';
import { written } from '../../testing/written.ts';
import { evidenceOf } from '../evidence.ts';
import { profileOf } from '../profile.ts';
import type { ArrangementPlan } from './plans.ts';
import { choicesTold } from './told-choices.ts';

const held = '[x32010] t5:3@1/4 m1:0@1/4';
const alternating = '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/4';
const plain = written([held, held, held]);
const plan: ArrangementPlan = {
  guitar: { tuning: plain.tuning, key: plain.key, share: 1 },
  octave: 'best',
};
const told = (bars: string[], made: Parameters<typeof choicesTold>[0]['made']) =>
  choicesTold({
    score: written(bars),
    plain,
    plan,
    profile: profileOf([evidenceOf(plain)]),
    moved: [],
    made,
  }).filter((line) => line.includes('now and then'));
const thumb = (word: string, bars: number[]) => ({ kind: 'thumb' as const, word, bars });

test('of thumbs that a bar was given one after the other the last is told', () => {
  const made = [thumb('two-string', [0, 1]), thumb('half-time', [1])];
  expect(told([alternating, '[x32010] t5:3@1 t5:3@3 m1:0@1/4', held], made)).toEqual([
    'Thumb: two-string alternation, in bar 1, as the player now and then has it.',
    'Thumb: half-time, in bar 2, as the player now and then has it.',
  ]);
});

test('a thumb that came back to what was laid is not told', () => {
  expect(told([held, held, alternating], [thumb('two-string', [0, 2]), thumb('held', [0])])).toEqual([
    'Thumb: two-string alternation, in bar 3, as the player now and then has it.',
  ]);
});
