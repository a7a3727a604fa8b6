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

describe('what is given beside a piece, and what a student writes over it', () => {
  let student: Student;
  let agent: Agent;
  beforeEach(async () => {
    student = await room.newStudent();
    agent = await room.joined(student);
  });

  test('one rung after the other: all or none, each after the one before it', async () => {
    const rung = (id: string, name: string) => ({ order: 'melody-first', id, name });
    const rungs = [rung('melody-alone', 'Melody alone'), rung('with-thumb', 'With the thumb'), null];
    const ladder = (last: object = {}) =>
      rungs.map((each, index) =>
        room.given({ rung: each, firstBar: null, lastBar: null, ...(index === 2 ? last : {}) }),
      );
    const path = `/api/students/${student.id}/ladders`;
    const answer = await room.teacher.post(path).send(ladder()).expect(200);
    const made = endpoints.assignLadder.response.parse(answer.body);
    expect(made.map(({ afterId }) => afterId)).toEqual([null, made[0]!.id, made[1]!.id]);
    const { assignments } = await myPractice(agent);
    expect(assignments.map(({ id }) => id)).toEqual(made.map(({ id }) => id));
    await room.teacher
      .post(path)
      .send(ladder({ arrangementId: randomUUID() }))
      .expect(404);
    await room.teacher.post(path).send([room.given()]).expect(400);
    expect((await myPractice(agent)).assignments).toHaveLength(3);
  });
  test('a figure of the drawer, again and again until it is four bars, and as it was when it was given', async () => {
    const [figure] = (await room.teacher.get('/api/figures').expect(200)).body as [
      { id: string; score: { score: { title: string; bars: object[] } } },
    ];
    const whole = { arrangementId: null, figureId: figure.id, firstBar: null, lastBar: null };
    const { id } = await room.assign(student, whole);
    await room.teacher.delete(`/api/figures/${figure.id}`).expect(200);
    const [given] = (await myPractice(agent)).assignments;
    const { title, bars } = figure.score.score;
    expect(given).toMatchObject({ id, title, arrangementId: null, figureId: figure.id });
    expect(given!.score!.bars.length).toBe(Math.max(1, Math.floor(4 / bars.length)) * bars.length);
    const both = { ...whole, arrangementId: room.pieces[0]!.arrangementId };
    for (const [over, status] of [
      [both, 400],
      [{ ...whole, figureId: null }, 400],
      [{ ...whole, figureId: 'none such' }, 404],
    ] as const)
      await room.teacher
        .post(`/api/students/${student.id}/assignments`)
        .send(room.given(over))
        .expect(status);
  });
  test('the ear drill: what is counted since it was given, and what of it was right', async () => {
    const path = `/api/students/${student.id}/ear-goal`;
    // 5 cents on one note at D3: 146.83 · (2^(5/1200) − 1) = 0.42 beats a second, 2.5 in six.
    const pair = { relation: 'unison', targetMidi: 50, referenceMidi: 50, detuneCents: 5, seconds: 6 };
    const count = (countedBeats: number) =>
      agent
        .post('/api/ear-drills')
        .send({ ...pair, countedBeats })
        .expect(200);
    await count(2);
    await room.teacher.put(path).send({ times: 3, goalDate: '2026-12-24' }).expect(200);
    expect((await myPractice(agent)).earGoal).toMatchObject({ times: 3, counted: 0, right: 0 });
    for (const beats of [2, 3, 9]) await count(beats);
    const record = await room.teacher.get(`/api/students/${student.id}/practice`).expect(200);
    expect(record.body).toMatchObject({
      earGoal: { times: 3, goalDate: '2026-12-24', counted: 3, right: 2 },
    });
    for (const bad of [{ times: 0, goalDate: null }, { times: 3 }, { times: 3, goalDate: 'soon' }])
      await room.teacher.put(path).send(bad).expect(400);
    const nobody = `/api/students/${randomUUID()}/ear-goal`;
    await room.teacher.put(nobody).send({ times: 3, goalDate: null }).expect(404);
    await room.teacher.delete(nobody).expect(404);
    await room.teacher.delete(path).expect(200);
    expect((await myPractice(agent)).earGoal).toBeNull();
  });
  test('a student’s own notes over the sheet: place by place, two phones at once, for the teacher to see', async () => {
    const { id } = await room.assign(student);
    const path = `/api/me/assignments/${id}/own-notes`;
    const remark = (bar: number, text: string) => ({ kind: 'remark', bar, text });
    const finger = (taken: number | null) => ({ kind: 'finger', bar: 2, tick: 0, string: 2, finger: taken });
    const answers = await Promise.all([
      agent.patch(path).send([remark(1, 'Slowly'), finger(3)]),
      agent.patch(path).send([remark(2, 'Breathe')]),
      agent.patch(path).send([remark(3, 'Look')]),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    const record = endpoints.readPractice.response.parse(
      (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200)).body,
    );
    expect(record.assignments[0]!.ownNotes).toEqual({
      remarks: [1, 2, 3].map((bar, index) => ({ bar, text: ['Slowly', 'Breathe', 'Look'][index] })),
      fingers: [{ bar: 2, tick: 0, string: 2, finger: 3 }],
    });
    const rest = await agent
      .patch(path)
      .send([remark(1, ''), remark(2, ' '), finger(null)])
      .expect(200);
    expect(rest.body).toEqual({ remarks: [{ bar: 3, text: 'Look' }], fingers: [] });
    for (const bad of [[], [remark(1, 'x'.repeat(161))], [{ ...finger(5) }], [{ kind: 'remark', bar: 1 }]])
      await agent.patch(path).send(bad).expect(400);
    const many = Array.from({ length: 101 }, (_, bar) => remark(bar, 'More'));
    await agent.patch(path).send(many).expect(429);
    const other = await room.joined(await room.newStudent());
    await other
      .patch(path)
      .send([remark(1, 'Mine')])
      .expect(404);
    expect((await myPractice(agent)).assignments[0]!.ownNotes.remarks).toHaveLength(1);
  });
  test('the ladder of a long piece, four bars a rung', async () => {
    const ladder = Array.from({ length: 60 }, (_, index) =>
      room.given({ rung: { order: 'phrases', id: `rung-${index}`, name: `Rung ${index}` } }),
    );
    const answer = await room.teacher.post(`/api/students/${student.id}/ladders`).send(ladder).expect(200);
    const made = endpoints.assignLadder.response.parse(answer.body);
    expect((await myPractice(agent)).assignments.map(({ rung }) => rung?.name)).toEqual(
      made.map((_, index) => `Rung ${index}`),
    );
  });
});
