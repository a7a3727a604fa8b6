import { apiErrorSchema, type PieceSummary } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
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

const thumb = written(['t5:3@1 t4:2@2 t5:3@3 t4:2@4']);
const other = written(['t6:3@1 t4:2@2 t6:3@3 t4:2@4']);
const piece = async (agent = teacher) =>
  (
    (
      await agent
        .post('/api/pieces')
        .send({ score: asDocument(written(['t5:3@1 m1:0@1'])) })
        .expect(200)
    ).body as PieceSummary
  ).arrangementId;
const keep = (parentId: string, rung = 'thumb-alone', score: Score = thumb, agent = teacher) =>
  agent.post('/api/rungs').send({ parentId, order: 'thumb-first', rung, score: asDocument(score) });
interface Kept {
  readonly arrangementId: string;
  readonly version: number;
  readonly rung: string;
  readonly parentVersion: number;
  readonly own: { readonly score: Score };
  readonly then: { readonly score: Score };
}
const list = async (parentId: string, agent = teacher) =>
  (await agent.get(`/api/arrangements/${parentId}/rungs`).expect(200)).body as Kept[];
const strings = ({ score }: Kept['own']) => score.bars[0]!.notes.map(({ string }) => string).join('');

test('a rung by hand is a piece of its own that knows what it was cut from; once each', async () => {
  const parent = await piece();
  const { arrangementId } = (await keep(parent).expect(200)).body as Kept;
  await keep(parent, 'pinches').expect(200);
  expect((await keep(parent).expect(400)).body).toMatchObject({ error: { code: 'bad-request' } });
  const kept = await list(parent);
  expect(kept.map(({ rung, version, parentVersion }) => [rung, version, parentVersion])).toEqual([
    ['pinches', 1, 1],
    ['thumb-alone', 1, 1],
  ]);
  const pieces = (await teacher.get('/api/pieces').expect(200)).body as PieceSummary[];
  expect(pieces.filter((each) => each.arrangementId === arrangementId)).toHaveLength(1);
  // What was refused left no piece behind.
  expect(pieces.filter(({ title }) => title === thumb.title)).toHaveLength(3);
});

test('it follows: what is by hand and how it is cut now are saved together, or neither', async () => {
  const parent = await piece();
  const { arrangementId } = (await keep(parent).expect(200)).body as Kept;
  await teacher
    .put(`/api/arrangements/${parent}`)
    .send({ baseVersion: 1, score: asDocument(other) })
    .expect(200);
  const follow = (baseVersion: number) =>
    teacher
      .put(`/api/rungs/${arrangementId}`)
      .send({ then: asDocument(other), baseVersion, score: asDocument(other) });
  expect((await follow(1).expect(200)).body).toMatchObject({ version: 2 });
  const [kept] = await list(parent);
  expect([kept!.version, kept!.parentVersion, strings(kept!.own), strings(kept!.then)]).toEqual([
    2,
    2,
    '6464',
    '6464',
  ]);
  await teacher
    .put(`/api/rungs/${arrangementId}`)
    .send({ then: asDocument(thumb), baseVersion: 1, score: asDocument(thumb) })
    .expect(409);
  expect(strings((await list(parent))[0]!.then)).toBe('6464');
});

test('let go, it stays a piece, and the rung can be taken in hand again', async () => {
  const parent = await piece();
  const { arrangementId } = (await keep(parent).expect(200)).body as Kept;
  await teacher.delete(`/api/rungs/${arrangementId}`).expect(200);
  await teacher.delete(`/api/rungs/${arrangementId}`).expect(404);
  expect(await list(parent)).toEqual([]);
  await teacher.get(`/api/arrangements/${arrangementId}`).expect(200);
  await keep(parent).expect(200);
});

test.each([
  ['nothing', {}],
  ['a rung that is none', { rung: 'Not A Rung' }],
  ['a score that is none', { score: { format: 'jocund-score', version: 2, score: {} } }],
])('refused: %s', async (_, over) => {
  const parent = await piece();
  const body = {
    parentId: parent,
    parentVersion: 1,
    order: 'thumb-first',
    rung: 'plain',
    score: asDocument(thumb),
  };
  const answer = await teacher
    .post('/api/rungs')
    .send(Object.keys(over).length === 0 ? {} : { ...body, ...over });
  expect(answer.status).toBe(400);
  expect(apiErrorSchema.parse(answer.body).error.code).toBe('bad-request');
});

test('another studio, a student and a visitor neither see nor change it', async () => {
  const parent = await piece();
  const { arrangementId } = (await keep(parent).expect(200)).body as Kept;
  const stranger = await studio.stranger('teacher');
  await stranger.get(`/api/arrangements/${parent}/rungs`).expect(404);
  await keep(parent, 'plain', thumb, stranger).expect(404);
  await stranger.delete(`/api/rungs/${arrangementId}`).expect(404);
  await stranger
    .put(`/api/rungs/${arrangementId}`)
    .send({ then: asDocument(other), baseVersion: 1, score: asDocument(other) })
    .expect(404);
  const student = await studio.stranger('student');
  await student.get(`/api/arrangements/${parent}/rungs`).expect(403);
  await keep(parent, 'plain', thumb, student).expect(403);
  await studio.visitor().get(`/api/arrangements/${parent}/rungs`).expect(401);
});
