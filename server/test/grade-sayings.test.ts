import { apiErrorSchema, mostGradeSayings, type KeptGradeSaying, type PieceSummary } from '@jocund/contract';
import { featuresOf } from '@jocund/core/grading';
import { written } from '@jocund/core/testing/written';
import { asDocument } from '@jocund/core/score/document';
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

const music = (title: string, features: Readonly<Record<string, number>> = { pace: 0.5 }) => ({
  title,
  arrangementId: null,
  features,
});
const grade = (title: string, points: number) => ({ kind: 'grade', music: music(title), points });
const list = async (agent: Agent) =>
  (await agent.get('/api/grade-sayings').expect(200)).body as KeptGradeSaying[];
const say = (agent: Agent, body: object) => agent.post('/api/grade-sayings').send(body);

test('what is said is kept with who said it, oldest first; of one music the last grade stands; it is taken back', async () => {
  const own = await studio.stranger('teacher');
  await say(own, grade('Ferry', 4)).expect(200);
  await say(own, { kind: 'order', easier: music('Ferry'), harder: music('Kettle') }).expect(200);
  await say(own, grade('Ferry', 5.5)).expect(200);
  await say(own, grade('Kettle', 2)).expect(200);
  const kept = await list(own);
  expect(
    kept.map(({ said }) => (said.kind === 'grade' ? `${said.music.title} ${said.points}` : 'order')),
  ).toEqual(['order', 'Ferry 5.5', 'Kettle 2']);
  expect(kept[0]!.saidBy).not.toBe('');
  await own.delete(`/api/grade-sayings/${kept[0]!.id}`).expect(200);
  await own.delete(`/api/grade-sayings/${kept[0]!.id}`).expect(404);
  await own.delete('/api/grade-sayings/none').expect(404);
  expect(await list(own)).toHaveLength(2);
});

test('the grades in the list of pieces follow, and go back', async () => {
  const own = await studio.stranger('teacher');
  const bars = [
    't6:0@1 m1:0@1 t4:2@2 m1:3@2.5 t6:0@3 m2:1@3 t4:2@4 m2:3@4.5',
    't5:0@1 m1:0@1.5 t4:2@2 t5:0@3 t4:2@4',
  ];
  const score = written(bars);
  const listed = async () =>
    ((await own.get('/api/pieces').expect(200)).body as PieceSummary[])[0]!.figures!.gradePoints;
  await own
    .post('/api/pieces')
    .send({ score: asDocument(score) })
    .expect(200);
  const before = await listed();
  await say(own, { kind: 'grade', music: music('It', featuresOf(score)), points: before + 1.5 }).expect(200);
  expect(await listed()).toBeGreaterThan(before + 0.7);
  const [kept] = await list(own);
  await own.delete(`/api/grade-sayings/${kept!.id}`).expect(200);
  expect(await listed()).toBe(before);
});

test.each([
  ['nothing', {}],
  ['a ninth grade', grade('x', 9)],
  ['a measure that is none', { ...grade('x', 3), music: music('x', { charm: 1 }) }],
  ['a measure past its fullest', { ...grade('x', 3), music: music('x', { pace: 3 }) }],
  ['more than it takes', { ...grade('x', 3), studioId: 'other' }],
])('refused: %s', async (_, body) => {
  const answer = await say(teacher, body).expect(400);
  expect(apiErrorSchema.parse(answer.body).error.code).toBe('bad-request');
});

test('there is an end, and what was said can still be said anew', async () => {
  const full = await studio.stranger('teacher');
  for (let count = 0; count < mostGradeSayings; count += 1)
    await say(full, grade(`piece ${count}`, 3)).expect(200);
  await say(full, grade('one more', 3)).expect(400);
  await say(full, grade('piece 3', 4)).expect(200);
});

test('nobody else sees it: another studio, a student, a visitor', async () => {
  const kept = (await say(teacher, grade('mine', 3)).expect(200)).body as KeptGradeSaying;
  const stranger = await studio.stranger('teacher');
  expect(await list(stranger)).toEqual([]);
  await stranger.delete(`/api/grade-sayings/${kept.id}`).expect(404);
  const student = await studio.stranger('student');
  await student.get('/api/grade-sayings').expect(403);
  await say(student, grade('theirs', 3)).expect(403);
  await studio.visitor().get('/api/grade-sayings').expect(401);
});
