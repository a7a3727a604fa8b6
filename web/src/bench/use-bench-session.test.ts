import { written } from '@jocund/core/testing/written';
import { expect, test } from 'vitest';
import { startOf } from './use-bench-session.ts';

const score = written(['m1:5@1']);
const other = written(['m1:7@1']);

test('without a draft the bench begins with what the server has', () => {
  expect(startOf({ score, version: 3 }, undefined)).toEqual({ score, baseVersion: 3, isDraftOver: false });
});
test('a draft goes on from the version it was made from, so that nothing of either is lost', () => {
  const draft = { score: other, baseVersion: 2 };
  expect(startOf({ score, version: 3 }, draft)).toEqual({ ...draft, isDraftOver: false });
});
test('a draft that the server has, its answer lost on the way, is over: nobody is asked about their own save', () => {
  const draft = { score: structuredClone(score), baseVersion: 2 };
  expect(startOf({ score, version: 3 }, draft)).toEqual({ score, baseVersion: 3, isDraftOver: true });
});
