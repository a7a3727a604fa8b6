import { apiErrorSchema, mostOwnForms } from '@jocund/contract';
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

const list = async (agent: Agent) => (await agent.get('/api/forms').expect(200)).body as unknown[];
const keep = (agent: Agent, name: string, numerals = 'I IV I V') =>
  agent.put('/api/forms').send({ name, numerals });

test('a form is kept, kept anew under its name, listed by name, and let go', async () => {
  await keep(teacher, 'Ferry song').expect(200);
  await keep(teacher, 'Ärmel / 7').expect(200);
  await keep(teacher, 'Ferry song', 'I I,V7@3 I V').expect(200);
  expect(await list(teacher)).toEqual([
    { name: 'Ärmel / 7', numerals: 'I IV I V' },
    { name: 'Ferry song', numerals: 'I I,V7@3 I V' },
  ]);
  await teacher.delete(`/api/forms/${encodeURIComponent('Ärmel / 7')}`).expect(200);
  await teacher.delete(`/api/forms/${encodeURIComponent('Ärmel / 7')}`).expect(404);
  expect(await list(teacher)).toHaveLength(1);
});

test.each([
  ['nothing', {}],
  ['numerals that are none', { name: 'x', numerals: 'I what IV' }],
  ['no name', { name: '', numerals: 'I' }],
  ['more than it takes', { name: 'x', numerals: 'I', studioId: 'other' }],
])('refused: %s', async (_, body) => {
  const answer = await teacher.put('/api/forms').send(body).expect(400);
  expect(apiErrorSchema.parse(answer.body).error.code).toBe('bad-request');
});

test('there is an end, and what is kept can still be kept anew', async () => {
  const full = await studio.stranger('teacher');
  for (let count = 0; count < mostOwnForms; count += 1) await keep(full, `form ${count}`).expect(200);
  await keep(full, 'one more').expect(400);
  await keep(full, 'form 3', 'I I I I').expect(200);
});

test('nobody else sees it: another studio, a student, a visitor', async () => {
  await keep(teacher, 'mine').expect(200);
  const stranger = await studio.stranger('teacher');
  expect(await list(stranger)).toEqual([]);
  await stranger.delete('/api/forms/mine').expect(404);
  const student = await studio.stranger('student');
  await student.get('/api/forms').expect(403);
  await keep(student, 'theirs').expect(403);
  const visitor = studio.visitor();
  await visitor.get('/api/forms').expect(401);
});
