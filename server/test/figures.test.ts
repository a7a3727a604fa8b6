import { apiErrorSchema, mostFigures } from '@jocund/contract';
import { asFigureDocument, openFigure, type Figure } from '@jocund/core/figures';
import { blankScore } from '@jocund/core/score';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const figure = (id: string, title = 'Low step'): Figure => {
  const blank = blankScore({ title, barCount: 1 });
  const [bar] = blank.bars;
  const notes = [{ tick: 0, durationTicks: 960, string: 6, fret: 3, voice: 'thumb' }] as const;
  return {
    id,
    role: 'walk',
    fromTick: 0,
    toTick: 3840,
    score: { ...blank, bars: bar ? [{ ...bar, notes: [...notes] }] : [] },
  };
};
const list = async (agent: Agent) => (await agent.get('/api/figures').expect(200)).body as unknown[];
const keep = (agent: Agent, each: Figure) => agent.put('/api/figures').send(asFigureDocument(each));

test('a figure is kept, found again as it was, kept anew under its id, and taken out', async () => {
  const before = (await list(teacher)).length;
  await keep(teacher, figure('low')).expect(200);
  await keep(teacher, figure('low', 'Lower step')).expect(200);
  const after = await list(teacher);
  expect(after).toHaveLength(before + 1);
  expect(openFigure(after.at(-1))).toEqual({ ok: true, value: figure('low', 'Lower step') });
  await teacher.delete('/api/figures/low').expect(200);
  await teacher.delete('/api/figures/low').expect(404);
});

test('the demo drawer is full: every figure of it can be read', async () => {
  const documents = await list(teacher);
  expect(documents.length).toBeGreaterThanOrEqual(60);
  expect(documents.map((document) => openFigure(document).ok)).not.toContain(false);
});

test.each([
  ['nothing', {}],
  ['a figure that ends outside its bar', { ...asFigureDocument(figure('long')), toTick: 9000 }],
  ['a score alone', asFigureDocument(figure('bare')).score],
])('refused: %s', async (_, body) => {
  const answer = await teacher.put('/api/figures').send(body).expect(400);
  expect(apiErrorSchema.parse(answer.body).error.code).toBe('bad-request');
});

test('a drawer has an end, and what is in it can still be kept anew', async () => {
  const full = await studio.stranger('teacher');
  for (let count = 0; count < mostFigures; count += 1) await keep(full, figure(`f-${count}`)).expect(200);
  await keep(full, figure('one-more')).expect(400);
  await keep(full, figure('f-3', 'Other')).expect(200);
});

test('nobody else sees it: another studio, a student, a visitor', async () => {
  await keep(teacher, figure('mine')).expect(200);
  const stranger = await studio.stranger('teacher');
  expect(await list(stranger)).toEqual([]);
  await stranger.delete('/api/figures/mine').expect(404);
  await keep(stranger, figure('mine', 'Theirs')).expect(200);
  expect(JSON.stringify(await list(teacher))).not.toContain('Theirs');
  await (await studio.stranger('student')).get('/api/figures').expect(403);
  await studio.visitor().get('/api/figures').expect(401);
});
