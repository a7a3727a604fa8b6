import { randomUUID } from 'node:crypto';
import { endpoints, type Student } from '@jocund/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { myPractice, openStudentRoom, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let room: StudentRoom;
beforeAll(async () => {
  studio = await openTestStudio();
  room = await openStudentRoom(studio);
});
afterAll(() => studio.close());

const take = (assignmentId: string, over: object = {}) => ({
  id: randomUUID(),
  assignmentId,
  at: '2026-11-29T08:00:00.000Z',
  tempoBpm: 71.4,
  hits: 40,
  wrong: 1,
  missed: 3,
  extra: 0,
  outOfTime: 4,
  thumbSdMs: 22.6,
  ...over,
});

describe('what came of takes', () => {
  let student: Student;
  let agent: Agent;
  beforeEach(async () => {
    student = await room.newStudent();
    agent = await room.joined(student);
  });
  const kept = async () => (await myPractice(agent)).takes;

  test('is kept once however often it is sent; student and teacher read it in order', async () => {
    const { id } = await room.assign(student);
    const later = take(id, { at: '2026-11-29T09:00:00.000Z', thumbSdMs: null });
    const earlier = take(id);
    for (const each of [later, earlier, later]) await agent.post('/api/me/takes').send(each).expect(200);
    expect(await kept()).toEqual([earlier, later]);
    const record = endpoints.readPractice.response.parse(
      (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200)).body,
    );
    expect(record.takes).toEqual([earlier, later]);
  });

  test('of something that was never given to the student is not kept; nonsense is refused', async () => {
    const other = await room.newStudent();
    const { id } = await room.assign(other);
    await agent.post('/api/me/takes').send(take(id)).expect(200);
    await agent.post('/api/me/takes').send(take(randomUUID())).expect(200);
    expect(await kept()).toEqual([]);
    for (const over of [
      { hits: -1 },
      { tempoBpm: 0 },
      { thumbSdMs: 'steady' },
      { at: 'today' },
      { sound: 'x' },
    ])
      await agent.post('/api/me/takes').send(take(id, over)).expect(400);
    await room.teacher.post('/api/me/takes').send(take(id)).expect(403);
  });

  test('goes with the person: in the data that is taken along, and out of every table when deleted', async () => {
    const { id } = await room.assign(student);
    const one = take(id);
    await agent.post('/api/me/takes').send(one).expect(200);
    const data = (await room.teacher.get(`/api/students/${student.id}/data`).expect(200)).body as {
      takes: unknown[];
    };
    expect(data.takes).toEqual([one]);
    await room.teacher.patch(`/api/students/${student.id}`).send({ archived: true }).expect(200);
    await room.teacher.delete(`/api/students/${student.id}`).expect(200);
    expect(await studio.database('takes').where({ student_id: student.id })).toEqual([]);
  });
});
