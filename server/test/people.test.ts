import { apiErrorSchema, endpoints, type NewPlayer } from '@jocund/contract';
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
const players = async () =>
  endpoints.listPlayers.response.parse((await teacher.get('/api/players').expect(200)).body);
const students = async () =>
  endpoints.listStudents.response.parse((await teacher.get('/api/students').expect(200)).body);
const ferris: NewPlayer = {
  name: 'Ferris Toll',
  thumbPattern: 'one-string',
  bassEnding: 'palm-damped',
  note: 'thumps in E',
};

describe('players', () => {
  test('one is added, changed, archived and brought back', async () => {
    const added = endpoints.addPlayer.response.parse(
      (await teacher.post('/api/players').send(ferris).expect(200)).body,
    );
    expect(added).toMatchObject({ ...ferris, archivedAt: null });
    const changed = { ...ferris, name: 'Ferris Tolliver', bassEnding: null };
    await teacher.put(`/api/players/${added.id}`).send(changed).expect(200);
    await teacher.patch(`/api/players/${added.id}`).send({ archived: true }).expect(200);
    const kept = (await players()).find(({ id }) => id === added.id);
    expect(kept).toMatchObject({ ...changed, archivedAt: expect.any(String) as string });
    await teacher.patch(`/api/players/${added.id}`).send({ archived: false }).expect(200);
    expect((await players()).find(({ id }) => id === added.id)?.archivedAt).toBeNull();
  });
  test.each([
    ['no name', { ...ferris, name: '  ' }],
    ['an ending there is not', { ...ferris, bassEnding: 'loud' }],
    ['a field too many', { ...ferris, secret: 1 }],
    ['a note without end', { ...ferris, note: 'x'.repeat(1001) }],
  ])('%s is refused', async (_, body) => {
    const before = (await players()).length;
    expect(codeOf((await teacher.post('/api/players').send(body).expect(400)).body)).toBe('bad-request');
    expect((await players()).length).toBe(before);
  });
});

describe('students', () => {
  test('one is added, changed, archived; the hand stays', async () => {
    const { id } = endpoints.addStudent.response.parse(
      (await teacher.post('/api/students').send({ name: 'Wen\u0000dy', note: '' }).expect(200)).body,
    );
    await teacher.put(`/api/students/${id}/hand`).send({ size: 'small', thumbOver: false }).expect(200);
    await teacher.put(`/api/students/${id}`).send({ name: 'Wendy', note: 'Tuesdays' }).expect(200);
    await teacher.patch(`/api/students/${id}`).send({ archived: true }).expect(200);
    expect((await students()).find((each) => each.id === id)).toMatchObject({
      name: 'Wendy',
      note: 'Tuesdays',
      hand: { size: 'small' },
      archivedAt: expect.any(String) as string,
    });
  });
});

describe('another studio', () => {
  test('a stranger changes nobody here; a student of it may not use these at all', async () => {
    const [player] = await players();
    const [student] = await students();
    const stranger = await studio.stranger('teacher');
    await stranger.put(`/api/players/${player!.id}`).send(ferris).expect(404);
    await stranger.patch(`/api/players/${player!.id}`).send({ archived: true }).expect(404);
    await stranger.put(`/api/students/${student!.id}`).send({ name: 'Mine', note: '' }).expect(404);
    await stranger.patch(`/api/students/${student!.id}`).send({ archived: true }).expect(404);
    expect(await players()).toContainEqual(player);
    expect(await students()).toContainEqual(student);
    const pupil = await studio.stranger('student');
    await pupil.post('/api/players').send(ferris).expect(403);
    await pupil.post('/api/students').send({ name: 'Mine', note: '' }).expect(403);
  });
});

describe('the key that seals unsaved work', () => {
  const keyOf = async (agent: Agent) =>
    endpoints.readDraftKey.response.parse((await agent.get('/api/me/draft-key').expect(200)).body).key;
  test('is the same for one person, another for everybody else, and nothing for a visitor', async () => {
    const key = await keyOf(teacher);
    expect(Buffer.from(key, 'base64')).toHaveLength(32);
    expect(await keyOf(await studio.teacher())).toBe(key);
    expect(await keyOf(await studio.stranger('student'))).not.toBe(key);
    expect(codeOf((await studio.visitor().get('/api/me/draft-key').expect(401)).body)).toBe('not-signed-in');
  });
});
