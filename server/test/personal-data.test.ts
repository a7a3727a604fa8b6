import { endpoints } from '@jocund/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { addressOf, mark, openStudentRoom, password, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let room: StudentRoom;
beforeAll(async () => {
  studio = await openTestStudio();
  room = await openStudentRoom(studio);
});
afterAll(() => studio.close());

describe('a person’s data', () => {
  test('is taken along whole, and deleted for good: no row of the person stays', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    await room.teacher
      .put(`/api/students/${student.id}/lessons`)
      .send([{ weekday: 2, starts: '10:00', minutes: 30 }])
      .expect(200);
    const { id } = await room.assign(student);
    const passes = [mark(id), mark(id, { at: '2026-11-29T08:01:00.000Z', answer: 'not-yet' })];
    await agent.post('/api/me/practice').send(passes).expect(200);
    await agent
      .post('/api/ear-drills')
      .send({
        relation: 'unison',
        targetMidi: 50,
        referenceMidi: 50,
        detuneCents: 5,
        seconds: 4,
        countedBeats: 2,
      })
      .expect(200);
    await room.teacher
      .put(`/api/students/${student.id}/ear-goal`)
      .send({ times: 3, goalDate: null })
      .expect(200);
    await room.invite(student.id);
    const data = endpoints.readPerson.response.parse(
      (await room.teacher.get(`/api/students/${student.id}/data`).expect(200)).body,
    );
    expect(data).toMatchObject({
      format: 'jocund-person',
      student: { name: student.name },
      email: addressOf(student),
      lessons: [{ starts: '10:00' }],
      assignments: [{ id }],
      marks: passes,
      earGoal: { times: 3, counted: 0 },
      earDrills: [{ countedBeats: 2 }],
    });
    // In hand nobody is deleted by a slip.
    await room.teacher.delete(`/api/students/${student.id}`).expect(404);
    await room.teacher.patch(`/api/students/${student.id}`).send({ archived: true }).expect(200);
    const others = await rowsOf(student.id, addressOf(student));
    expect(others.length).toBeGreaterThan(6);
    await room.teacher.delete(`/api/students/${student.id}`).expect(200);
    expect(await rowsOf(student.id, addressOf(student))).toEqual([]);
    await agent.get('/api/session').expect(200, 'null');
    await studio
      .visitor()
      .post('/api/session')
      .send({ email: addressOf(student), password })
      .expect(401);
    await room.teacher.get(`/api/students/${student.id}/data`).expect(404);
    await room.teacher.delete(`/api/students/${student.id}`).expect(404);
    expect(
      ((await room.teacher.get('/api/pieces').expect(200)).body as unknown[]).length,
    ).toBeGreaterThanOrEqual(room.pieces.length);
  });
  test('is nobody else’s: another studio, a student', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    await room.teacher.patch(`/api/students/${student.id}`).send({ archived: true }).expect(200);
    const stranger = await studio.stranger('teacher');
    await stranger.get(`/api/students/${student.id}/data`).expect(404);
    await stranger.delete(`/api/students/${student.id}`).expect(404);
    await agent.get(`/api/students/${student.id}/data`).expect(403);
    await agent.delete(`/api/students/${student.id}`).expect(403);
    await room.teacher.get(`/api/students/${student.id}/data`).expect(200);
  });
});

/** Every row of every table that has anything of the person in it. */
async function rowsOf(studentId: string, email: string): Promise<string[]> {
  const tables = await studio
    .database('information_schema.tables')
    .where({ table_schema: 'public', table_type: 'BASE TABLE' })
    .pluck<string[]>('table_name');
  const user = await studio.database('users').where({ email }).first<{ id: string } | undefined>('id');
  if (user) userOf.set(email, user.id);
  const told = [studentId, email, userOf.get(email) ?? studentId];
  const found: string[] = [];
  for (const table of tables) {
    const rows = await studio
      .database(table)
      .whereRaw(
        told.map(() => `${table}::text like ?`).join(' or '),
        told.map((each) => `%${each}%`),
      )
      .select(studio.database.raw('1'));
    found.push(...rows.map(() => table));
  }
  return found;
}
const userOf = new Map<string, string>();
