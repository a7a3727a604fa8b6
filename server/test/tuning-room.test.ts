import { apiErrorSchema, type LoggedDrill, type NewDrill, type OwnTuning } from '@jocund/contract';
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
const pitches = ['C2', 'G2', 'D3', 'G3', 'A3', 'D4'];
const own = async (agent: Agent) => (await agent.get('/api/tunings').expect(200)).body as OwnTuning[];

describe('a studio’s own tunings', () => {
  test('are kept, listed by name, changed under the same name, and taken away', async () => {
    const kept = (await teacher.post('/api/tunings').send({ name: 'Low C', pitches }).expect(200))
      .body as OwnTuning;
    await teacher.post('/api/tunings').send({ name: 'Cradle', pitches }).expect(200);
    expect((await own(teacher)).map(({ name }) => name)).toEqual(['Cradle', 'Low C']);
    await teacher
      .post('/api/tunings')
      .send({ name: 'Low C', pitches: pitches.with(1, 'F2') })
      .expect(200);
    const again = await own(teacher);
    expect(again).toHaveLength(2);
    expect(again[1]).toEqual({ ...kept, pitches: pitches.with(1, 'F2') });
    await teacher.delete(`/api/tunings/${kept.id}`).expect(200);
    expect((await own(teacher)).map(({ name }) => name)).toEqual(['Cradle']);
  });
  test('a tuning no string can have is refused with the string', async () => {
    const refused = await teacher
      .post('/api/tunings')
      .send({ name: 'Too high', pitches: pitches.with(5, 'C9') })
      .expect(400);
    expect(apiErrorSchema.parse(refused.body).error.message).toContain('out of reach');
    await teacher
      .post('/api/tunings')
      .send({ name: 'Five', pitches: pitches.slice(1) })
      .expect(400);
  });
  test('another studio neither sees nor takes them; a student and a visitor are refused', async () => {
    const [mine] = await own(teacher);
    const stranger = await studio.stranger('teacher');
    expect(await own(stranger)).toEqual([]);
    expect(codeOf((await stranger.delete(`/api/tunings/${mine!.id}`).expect(404)).body)).toBe('not-found');
    const student = await studio.stranger('student');
    expect(codeOf((await student.get('/api/tunings').expect(403)).body)).toBe('forbidden');
    expect(codeOf((await studio.visitor().get('/api/tunings').expect(401)).body)).toBe('not-signed-in');
    expect(await own(teacher)).toHaveLength(1);
  });
});

describe('the ear drill’s log', () => {
  const drill: NewDrill = {
    relation: 'octave',
    targetMidi: 38,
    referenceMidi: 50,
    detuneCents: -7.5,
    seconds: 6,
    countedBeats: 4,
  };
  const log = async (agent: Agent) => (await agent.get('/api/ear-drills').expect(200)).body as LoggedDrill[];
  test('teacher and student each see their own, newest first', async () => {
    const student = await studio.stranger('student');
    await student.post('/api/ear-drills').send(drill).expect(200);
    await student
      .post('/api/ear-drills')
      .send({ ...drill, countedBeats: 3 })
      .expect(200);
    expect((await log(student)).map(({ countedBeats }) => countedBeats)).toEqual([3, 4]);
    expect((await log(student))[1]).toMatchObject(drill);
    expect(await log(teacher)).toEqual([]);
  });
  test('nonsense and visitors are refused', async () => {
    await teacher
      .post('/api/ear-drills')
      .send({ ...drill, countedBeats: -1 })
      .expect(400);
    await teacher
      .post('/api/ear-drills')
      .send({ ...drill, relation: 'fifth' })
      .expect(400);
    await studio.visitor().post('/api/ear-drills').send(drill).expect(401);
  });
});
