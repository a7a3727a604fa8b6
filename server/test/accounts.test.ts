import type { DoorNote, OpenSession, Teacher } from '@jocund/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { addressOf, openStudentRoom, password, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let room: StudentRoom;
beforeAll(async () => {
  studio = await openTestStudio();
  room = await openStudentRoom(studio);
});
afterAll(() => studio.close());

describe('a link for a student', () => {
  test('says for whom it is, opens once, and signs the student in', async () => {
    const student = await room.newStudent();
    const token = await room.invite(student.id);
    const visitor = studio.visitor();
    const found = (await visitor.get(`/api/invitations/${token}`).expect(200)).body as unknown;
    expect(found).toEqual({
      name: student.name,
      role: 'student',
      studio: 'Fenwright Guitar Room',
      email: null,
    });
    const answer = await visitor
      .post(`/api/invitations/${token}`)
      .send({ email: addressOf(student).toUpperCase(), password })
      .expect(200);
    expect(answer.body).toMatchObject({ name: student.name, role: 'student', email: addressOf(student) });
    expect((await visitor.get('/api/session').expect(200)).body).toMatchObject({ role: 'student' });
    await studio.visitor().get(`/api/invitations/${token}`).expect(404);
    await studio
      .visitor()
      .post(`/api/invitations/${token}`)
      .send({ email: 'another@fenwright.example', password })
      .expect(404);
    await studio
      .visitor()
      .post('/api/session')
      .send({ email: addressOf(student), password })
      .expect(200);
  });
  test('a newer one, an old one, an invented one and one for a student put away are not good', async () => {
    const student = await room.newStudent();
    const first = await room.invite(student.id);
    const second = await room.invite(student.id);
    await studio.visitor().get(`/api/invitations/${first}`).expect(404);
    await studio.visitor().get(`/api/invitations/${second}`).expect(200);
    await studio.database('invitations').update({ expires_at: new Date(Date.now() - 1000) });
    await studio.visitor().get(`/api/invitations/${second}`).expect(404);
    await studio.visitor().get('/api/invitations/invented').expect(404);
    const third = await room.invite(student.id);
    await room.teacher.patch(`/api/students/${student.id}`).send({ archived: true }).expect(200);
    await studio.visitor().get(`/api/invitations/${third}`).expect(404);
    await room.teacher.post(`/api/students/${student.id}/invitation`).expect(404);
  });
  test('only a print of it is stored', async () => {
    const token = await room.invite((await room.newStudent()).id);
    const rows = await studio.database('invitations').select<{ token_hash: string }[]>('token_hash');
    expect(rows.map(({ token_hash }) => token_hash)).not.toContain(token);
  });
  test('two who open it at once: one comes in', async () => {
    const student = await room.newStudent();
    const token = await room.invite(student.id);
    const answers = await Promise.all(
      ['a', 'b'].map((name) =>
        studio
          .visitor()
          .post(`/api/invitations/${token}`)
          .send({ email: `${name}-${addressOf(student)}`, password }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 404]);
  });
  test('an address somebody has is refused, and the link stays good', async () => {
    const student = await room.newStudent();
    const token = await room.invite(student.id);
    const visitor = studio.visitor();
    await visitor
      .post(`/api/invitations/${token}`)
      .send({ email: 'ada@fenwright.example', password })
      .expect(400);
    await visitor
      .post(`/api/invitations/${token}`)
      .send({ email: addressOf(student), password: 'short' })
      .expect(400);
    await visitor
      .post(`/api/invitations/${token}`)
      .send({ email: addressOf(student), password })
      .expect(200);
  });
  test('for a student with an account it sets a new password and signs out everywhere else', async () => {
    const student = await room.newStudent();
    const before = await room.joined(student);
    const token = await room.invite(student.id);
    expect((await studio.visitor().get(`/api/invitations/${token}`).expect(200)).body).toMatchObject({
      email: addressOf(student),
    });
    const again = studio.visitor();
    const answer = await again
      .post(`/api/invitations/${token}`)
      .send({ email: 'ignored@fenwright.example', password: 'another long password' })
      .expect(200);
    expect(answer.body).toMatchObject({ email: addressOf(student) });
    await before.get('/api/me/practice').expect(401);
    await again.get('/api/me/practice').expect(200);
    await studio
      .visitor()
      .post('/api/session')
      .send({ email: addressOf(student), password })
      .expect(401);
  });
});

test('a password is changed by who knows the present one; other browsers are signed out', async () => {
  const student = await room.newStudent();
  const here = await room.joined(student);
  const there = studio.visitor();
  await there
    .post('/api/session')
    .send({ email: addressOf(student), password })
    .expect(200);
  const next = 'quite another password';
  await here.put('/api/me/password').send({ current: 'a guess', next }).expect(401);
  await there.get('/api/me/practice').expect(200);
  await here.put('/api/me/password').send({ current: password, next: 'short' }).expect(400);
  await here.put('/api/me/password').send({ current: password, next }).expect(200);
  await here.get('/api/me/practice').expect(200);
  await there.get('/api/me/practice').expect(401);
});

const sessionsOf = async (agent: Agent): Promise<OpenSession[]> =>
  (await agent.get('/api/me/sessions').expect(200)).body as OpenSession[];

describe('where one is signed in', () => {
  test('each browser is told, this one marked; another is signed out from here', async () => {
    const student = await room.newStudent();
    const here = await room.joined(student);
    const there = studio.visitor();
    await there
      .post('/api/session')
      .set('user-agent', 'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0')
      .send({ email: addressOf(student), password })
      .expect(200);
    const sessions = await sessionsOf(here);
    expect(sessions).toHaveLength(2);
    const other = sessions.find(({ isThis }) => !isThis)!;
    expect(other.browser).toBe('Firefox on Linux');
    await here.delete(`/api/me/sessions/${other.id}`).expect(200);
    await there.get('/api/me/practice').expect(401);
    await here.delete(`/api/me/sessions/${other.id}`).expect(404);
    expect(await sessionsOf(here)).toMatchObject([{ isThis: true }]);
  });
  test('nobody ends another person’s, and no session is told so that it can be used', async () => {
    const student = await room.joined(await room.newStudent());
    const [mine] = await sessionsOf(room.teacher);
    await student.delete(`/api/me/sessions/${mine!.id}`).expect(404);
    await room.teacher.get('/api/teachers').expect(200);
    const sids = await studio.database('sessions').pluck<string[]>('sid');
    expect(sids).not.toContain(mine!.id);
    await studio.visitor().get('/api/me/sessions').expect(401);
  });
});

describe('several teachers', () => {
  const invited = async (name: string): Promise<string> =>
    ((await room.teacher.post('/api/teachers').send({ name }).expect(200)).body as { token: string }).token;
  const come = async (name: string, email: string): Promise<Agent> => {
    const agent = studio.visitor();
    await agent
      .post(`/api/invitations/${await invited(name)}`)
      .send({ email, password })
      .expect(200);
    return agent;
  };
  const teachers = async (): Promise<Teacher[]> =>
    (await room.teacher.get('/api/teachers').expect(200)).body as Teacher[];
  const idOf = async (name: string): Promise<string> =>
    (await teachers()).find((teacher) => teacher.name === name)!.id;

  test('one who comes by a link teaches in the same studio', async () => {
    const token = await invited('Ida Lorne');
    expect((await studio.visitor().get(`/api/invitations/${token}`).expect(200)).body).toEqual({
      name: 'Ida Lorne',
      role: 'teacher',
      studio: 'Fenwright Guitar Room',
      email: null,
    });
    const ida = studio.visitor();
    const answer = await ida
      .post(`/api/invitations/${token}`)
      .send({ email: 'Ida@fenwright.example', password })
      .expect(200);
    expect(answer.body).toMatchObject({ name: 'Ida Lorne', role: 'teacher', email: 'ida@fenwright.example' });
    expect((await ida.get('/api/pieces').expect(200)).body).toEqual(room.pieces);
    expect((await teachers()).map(({ name }) => name)).toEqual(['Ada Fenwright', 'Ida Lorne']);
    await studio.visitor().get(`/api/invitations/${token}`).expect(404);
  });
  test('a closed one is signed out and stays out, also by an older link, until let in again', async () => {
    const otto = await come('Otto', 'otto@fenwright.example');
    const id = await idOf('Otto');
    const link = (await room.teacher.post(`/api/teachers/${id}/invitation`).expect(200)).body as {
      token: string;
    };
    await room.teacher.patch(`/api/teachers/${id}`).send({ closed: true }).expect(200);
    await otto.get('/api/pieces').expect(401);
    const again = studio.visitor();
    const enter = () => again.post('/api/session').send({ email: 'otto@fenwright.example', password });
    await enter().expect(401);
    await again.get(`/api/invitations/${link.token}`).expect(404);
    await room.teacher.post(`/api/teachers/${id}/invitation`).expect(404);
    await room.teacher.patch(`/api/teachers/${id}`).send({ closed: false }).expect(200);
    await enter().expect(200);
  });
  test('a link gives a teacher a new password', async () => {
    const lena = await come('Lena', 'lena@fenwright.example');
    const link = (await room.teacher.post(`/api/teachers/${await idOf('Lena')}/invitation`).expect(200))
      .body as { token: string };
    await studio
      .visitor()
      .post(`/api/invitations/${link.token}`)
      .send({ email: 'ignored@fenwright.example', password: 'another long password' })
      .expect(200);
    await lena.get('/api/pieces').expect(401);
    await studio
      .visitor()
      .post('/api/session')
      .send({ email: 'lena@fenwright.example', password: 'another long password' })
      .expect(200);
  });
  test('nobody closes their own way in, and nobody closes one from elsewhere or as a student', async () => {
    const ada = await idOf('Ada Fenwright');
    await room.teacher.patch(`/api/teachers/${ada}`).send({ closed: true }).expect(400);
    const stranger = await studio.stranger('teacher');
    await stranger.patch(`/api/teachers/${ada}`).send({ closed: true }).expect(404);
    await stranger.post(`/api/teachers/${ada}/invitation`).expect(404);
    const student = await room.joined(await room.newStudent());
    await student.get('/api/teachers').expect(403);
    await student.patch(`/api/teachers/${ada}`).send({ closed: true }).expect(403);
  });
});

describe('notes at the door', () => {
  test('tell the studio’s teachers who came and who failed, and nobody else', async () => {
    const student = await room.newStudent();
    await room.joined(student);
    await studio
      .visitor()
      .post('/api/session')
      .send({ email: addressOf(student), password: 'a guess' })
      .expect(401);
    const notes = async () => (await room.teacher.get('/api/door-notes').expect(200)).body as DoorNote[];
    await expect
      .poll(async () => (await notes()).filter(({ name }) => name === student.name).map(({ event }) => event))
      .toEqual(['wrong-password', 'by-link']);
    const stranger = await studio.stranger('teacher');
    const theirs = (await stranger.get('/api/door-notes').expect(200)).body as DoorNote[];
    expect(theirs.map(({ name }) => name)).toEqual(['A stranger']);
    await (await room.joined(await room.newStudent())).get('/api/door-notes').expect(403);
  });
  test('are kept for ninety days', async () => {
    await studio.database('door_notes').update({ at: new Date(Date.now() - 91 * 24 * 3_600_000) });
    await room.joined(await room.newStudent());
    expect((await room.teacher.get('/api/door-notes').expect(200)).body).toHaveLength(1);
  });
});
