import { apiErrorSchema, type HandSettings, type OwnPattern, type Student } from '@jocund/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const codeOf = (body: unknown) => apiErrorSchema.parse(body).error.code;
const small: HandSettings = {
  size: 'small',
  thumbOver: true,
  spans: { '14': { comfortableMm: 88, largestMm: 112.5 } },
};

describe('hands', () => {
  test('a teacher’s own hand is nothing until it is set, then it is as set', async () => {
    expect((await teacher.get('/api/me/hand').expect(200)).body).toBeNull();
    await teacher.put('/api/me/hand').send(small).expect(200);
    expect((await teacher.get('/api/me/hand').expect(200)).body).toEqual(small);
  });
  test('a student of the list has a hand of their own', async () => {
    const [first] = (await teacher.get('/api/students').expect(200)).body as Student[];
    expect(first!.hand).toBeNull();
    await teacher.put(`/api/students/${first!.id}/hand`).send(small).expect(200);
    const [again] = (await teacher.get('/api/students').expect(200)).body as Student[];
    expect(again).toEqual({ ...first, hand: small });
  });
  test.each([
    ['an unknown size', { size: 'huge', thumbOver: false }],
    ['a pair of fingers there is not', { ...small, spans: { '15': { comfortableMm: 50, largestMm: 60 } } }],
    [
      'a largest span below the comfortable one',
      { ...small, spans: { '12': { comfortableMm: 50, largestMm: 40 } } },
    ],
    ['a span no hand has', { ...small, spans: { '12': { comfortableMm: 50, largestMm: 900 } } }],
  ])('%s is refused', async (_, hand) => {
    expect(codeOf((await teacher.put('/api/me/hand').send(hand).expect(400)).body)).toBe('bad-request');
  });
  test('another studio’s students are not found; a student sets only their own hand; a visitor none', async () => {
    const [mine] = (await teacher.get('/api/students').expect(200)).body as Student[];
    const stranger = await studio.stranger('teacher');
    await stranger.put(`/api/students/${mine!.id}/hand`).send(small).expect(404);
    const student = await studio.stranger('student');
    await student.put(`/api/students/${mine!.id}/hand`).send(small).expect(403);
    await student.put('/api/me/hand').send(small).expect(200);
    await studio.visitor().put('/api/me/hand').send(small).expect(401);
  });
});

describe('a studio’s own thumb patterns', () => {
  const pattern: OwnPattern = {
    id: 'own-one',
    name: 'Slow drone',
    beats: 2,
    slotsPerBeat: 2,
    strokes: [
      { slot: 0, role: 'low', ending: 'let-ring' },
      { slot: 3, role: 'alternate', accent: true },
    ],
  };
  const list = async (agent: Agent) =>
    (await agent.get('/api/thumb-patterns').expect(200)).body as OwnPattern[];
  test('are kept, listed by name, changed under the same name, and taken away', async () => {
    await teacher.post('/api/thumb-patterns').send(pattern).expect(200);
    await teacher
      .post('/api/thumb-patterns')
      .send({ ...pattern, id: 'own-two', name: 'Ambling' })
      .expect(200);
    expect((await list(teacher)).map(({ name }) => name)).toEqual(['Ambling', 'Slow drone']);
    await teacher
      .post('/api/thumb-patterns')
      .send({ ...pattern, id: 'own-three', strokes: [{ slot: 0, role: 'root' }] })
      .expect(200);
    const [, again] = await list(teacher);
    expect(again).toMatchObject({ id: 'own-one', strokes: [{ slot: 0, role: 'root' }] });
    await teacher.delete('/api/thumb-patterns/own-one').expect(200);
    await teacher.delete('/api/thumb-patterns/own-one').expect(404);
    expect(await list(teacher)).toHaveLength(1);
  });
  test('a name that ships, no strokes, or a role nobody knows is refused', async () => {
    const refused = async (body: object) =>
      codeOf((await teacher.post('/api/thumb-patterns').send(body).expect(400)).body);
    expect(await refused({ ...pattern, id: 'x', name: 'half-time' })).toBe('bad-request');
    expect(await refused({ ...pattern, strokes: [] })).toBe('bad-request');
    expect(await refused({ ...pattern, strokes: [{ slot: 0, role: 'zither' }] })).toBe('bad-request');
  });
  test('another studio neither sees nor takes them; students and visitors are refused', async () => {
    const stranger = await studio.stranger('teacher');
    expect(await list(stranger)).toEqual([]);
    await stranger.delete('/api/thumb-patterns/own-two').expect(404);
    await (await studio.stranger('student')).get('/api/thumb-patterns').expect(403);
    await studio.visitor().get('/api/thumb-patterns').expect(401);
    expect(await list(teacher)).toHaveLength(1);
  });
});
