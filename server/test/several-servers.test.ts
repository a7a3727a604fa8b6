import { arrangementSchema, type Arrangement, type Student } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { addressOf, mark, openStudentRoom, password, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let room: StudentRoom;
let student: Student;
beforeAll(async () => {
  studio = await openTestStudio();
  room = await openStudentRoom(studio);
  student = await room.newStudent();
  await room.joined(student);
});
afterAll(() => studio.close());

/** One browser at two servers over the same database, as a balancer sends its requests. */
async function atBoth(email: string, pass: string): Promise<{ here: Agent; there: Agent }> {
  const here = studio.visitor();
  const answer = await here.post('/api/session').send({ email, password: pass }).expect(200);
  const [cookie = ''] = (answer.headers['set-cookie'] as unknown as string[]).map(
    (each) => each.split(';')[0] ?? '',
  );
  const there = studio.otherServer();
  there.set('cookie', cookie);
  return { here, there };
}
const teacherAtBoth = () => atBoth('ada@fenwright.example', 'only for this test');

describe('two servers on one database', () => {
  test('a session begun at one holds at the other, and ended at one it has ended at both', async () => {
    const { here, there } = await teacherAtBoth();
    await there.get('/api/pieces').expect(200);
    await there.delete('/api/session').expect(200);
    await here.get('/api/pieces').expect(401);
  });
  test('the end of a session is put off by the first request at each, not by every one', async () => {
    const { there } = await teacherAtBoth();
    const soon = new Date(Date.now() + 60_000);
    const sessions = studio.database('sessions');
    const putOff = () => sessions.clone().where('expire', '>', soon).select<{ sid: string }[]>('sid');
    await sessions.clone().update({ expire: soon });
    await there.get('/api/pieces').expect(200);
    await expect.poll(putOff).toHaveLength(1);
    await sessions.clone().update({ expire: soon });
    // An answer goes out after its session is looked after (express-session).
    for (let times = 0; times < 3; times += 1) await there.get('/api/pieces').expect(200);
    expect(await putOff()).toEqual([]);
  });
  test('of two saves from the same version at the same time one is kept, and the other answers with both', async () => {
    const { here, there } = await teacherAtBoth();
    const path = `/api/arrangements/${room.pieces[0]!.arrangementId}`;
    const { version, score } = arrangementSchema.parse((await here.get(path).expect(200)).body);
    const answers = await Promise.all(
      [here, there].map((agent, index) =>
        agent
          .put(path)
          .send({ baseVersion: version, score: asDocument({ ...score, title: `Server ${index}` }) }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(((await there.get(path).expect(200)).body as Arrangement).version).toBe(version + 1);
  });
  test('a pass that is sent to both at once counts once', async () => {
    const { here, there } = await atBoth(addressOf(student), password);
    const { id } = await room.assign(student);
    const passes = Array.from({ length: 20 }, () => mark(id));
    const answers = await Promise.all(
      [here, there, here, there].map((agent) => agent.post('/api/me/practice').send(passes)),
    );
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
    expect(await studio.database('practice_marks').where('assignment_id', id).pluck('id')).toHaveLength(20);
  });
});
