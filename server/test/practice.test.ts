import { randomUUID } from 'node:crypto';
import { endpoints, latestMarks, type PieceSummary, type Student } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { lessonCalendar } from '../src/practice/calendar.ts';
import { mark, myPractice, openStudentRoom, type StudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let room: StudentRoom;
beforeAll(async () => {
  studio = await openTestStudio();
  room = await openStudentRoom(studio);
});
afterAll(() => studio.close());

describe('what is given to practise', () => {
  let student: Student;
  let agent: Agent;
  beforeEach(async () => {
    student = await room.newStudent();
    agent = await room.joined(student);
  });

  test('the student has it with the piece and the teacher’s word; what is taken back is gone', async () => {
    const barWords = [{ bar: 3, text: 'The thumb comes first.' }];
    const { id } = await room.assign(student, { barWords });
    await room.assign(student, {
      arrangementId: room.pieces[1]!.arrangementId,
      firstBar: null,
      lastBar: null,
    });
    const { student: name, assignments, marks } = await myPractice(agent);
    expect(name).toBe(student.name);
    expect(marks).toEqual([]);
    expect(assignments.map(({ title }) => title)).toEqual([room.pieces[0]!.title, room.pieces[1]!.title]);
    expect(assignments[0]).toMatchObject({ ...room.given(), barWords, id, endedAt: null });
    expect(assignments[1]!.barWords).toEqual([]);
    expect(assignments[0]!.score!.bars.length).toBe(room.pieces[0]!.barCount);
    await room.teacher.patch(`/api/assignments/${id}`).send({ ended: true }).expect(200);
    expect((await myPractice(agent)).assignments).toHaveLength(1);
    await room.teacher.patch(`/api/assignments/${id}`).send({ ended: false }).expect(200);
    expect((await myPractice(agent)).assignments).toHaveLength(2);
  });
  test.each([
    { goalBpm: 40 },
    { firstBar: 5, lastBar: 4 },
    { lastBar: null },
    { goalDate: '24 December' },
    { startBpm: 5 },
    { note: 'x'.repeat(1001) },
    { barWords: [{ bar: 1, text: '' }] },
    { barWords: Array.from({ length: 21 }, () => ({ bar: 1, text: 'Again' })) },
  ])('refused: %o', async (over) => {
    await room.teacher.post(`/api/students/${student.id}/assignments`).send(room.given(over)).expect(400);
  });
  test('a pass that is sent twice counts once; the teacher reads all of them in order', async () => {
    const { id } = await room.assign(student);
    const passes = [
      mark(id, { at: '2026-11-29T08:02:00.000Z', answer: 'not-yet', tempoBpm: 64 }),
      mark(id, { at: '2026-11-29T08:01:00.000Z' }),
      mark(id, { at: '2026-11-29T08:03:00.000Z', answer: 'hurts' }),
    ];
    const ids = passes.map((pass) => pass.id).sort();
    expect(((await agent.post('/api/me/practice').send(passes).expect(200)).body as string[]).sort()).toEqual(
      ids,
    );
    const again = await Promise.all([1, 2, 3].map(() => agent.post('/api/me/practice').send(passes)));
    for (const { status, body } of again) {
      expect(status).toBe(200);
      expect((body as string[]).sort()).toEqual(ids);
    }
    const record = endpoints.readPractice.response.parse(
      (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200)).body,
    );
    expect(record.marks).toEqual([passes[1], passes[0], passes[2]]);
    expect((await myPractice(agent)).marks).toEqual(record.marks);
  });
  test('a pass of days ago that comes late is read in its place, also after the others were read', async () => {
    const { id } = await room.assign(student);
    const now = mark(id, { at: new Date().toISOString() });
    const early = mark(id, { at: '2026-05-02T08:00:00.000Z' });
    await agent.post('/api/me/practice').send([early, now]).expect(200);
    expect((await myPractice(agent)).marks).toEqual([early, now]);
    const late = mark(id, { at: '2026-05-01T08:00:00.000Z' });
    await agent.post('/api/me/practice').send([late]).expect(200);
    expect((await myPractice(agent)).marks).toEqual([late, early, now]);
  });
  test('what is none of the student’s is not kept; nonsense is refused', async () => {
    const other = await room.newStudent();
    const { id: theirs } = await room.assign(other);
    const { id } = await room.assign(student);
    const good = mark(id);
    const answer = await agent
      .post('/api/me/practice')
      .send([good, mark(theirs), mark(randomUUID())])
      .expect(200);
    expect(answer.body).toEqual([good.id]);
    for (const bad of [
      [],
      [mark(id, { answer: 'fine' })],
      [mark(id, { tempoBpm: 1 })],
      [mark(id, { seconds: -1 })],
    ])
      await agent.post('/api/me/practice').send(bad).expect(400);
    await agent
      .post('/api/me/practice')
      .send(Array.from({ length: 201 }, () => mark(id)))
      .expect(400);
  });
  test('a mark with another student’s id for it is not theirs to overwrite', async () => {
    const { id } = await room.assign(student);
    const first = mark(id);
    await agent.post('/api/me/practice').send([first]).expect(200);
    const other = await room.newStudent();
    const thief = await room.joined(other);
    const { id: own } = await room.assign(other);
    const answer = await thief
      .post('/api/me/practice')
      .send([{ ...first, assignmentId: own, answer: 'hurts' }])
      .expect(200);
    expect(answer.body).toEqual([]);
    expect((await myPractice(agent)).marks).toEqual([first]);
  });
  test('nobody else reads it or gives anything: another studio, other students, a visitor', async () => {
    const { id } = await room.assign(student);
    const stranger = await studio.stranger('teacher');
    await stranger.get(`/api/students/${student.id}/practice`).expect(404);
    await stranger.post(`/api/students/${student.id}/assignments`).send(room.given()).expect(404);
    await stranger.patch(`/api/assignments/${id}`).send({ ended: true }).expect(404);
    await stranger.post(`/api/students/${student.id}/invitation`).expect(404);
    for (const member of [agent, await studio.stranger('student')]) {
      await member.get(`/api/students/${student.id}/practice`).expect(403);
      await member.post(`/api/students/${student.id}/assignments`).send(room.given()).expect(403);
      await member.post(`/api/students/${student.id}/invitation`).expect(403);
    }
    await (await studio.stranger('student')).get('/api/me/practice').expect(403);
    await room.teacher.get('/api/me/practice').expect(403);
    await studio.visitor().get('/api/me/practice').expect(401);
    await studio
      .visitor()
      .post('/api/me/practice')
      .send([mark(id)])
      .expect(401);
    // A piece of another studio's is no piece here.
    const elsewhere = randomUUID();
    await room.teacher
      .post(`/api/students/${student.id}/assignments`)
      .send(room.given({ arrangementId: elsewhere }))
      .expect(404);
  });
  test('a student put away has nothing to practise', async () => {
    await room.assign(student);
    await room.teacher.patch(`/api/students/${student.id}`).send({ archived: true }).expect(200);
    await agent.get('/api/me/practice').expect(403);
  });
  test('a rung of the ladder is cut from the piece; one changed by hand is as the teacher has it; one that is no more is the whole', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    const score = written(['[x32010] t5:3@1 t4:2@3 m1:0@1 m1:3@2.5', '[x32010] t5:3@1 m1:3@1']);
    const { arrangementId } = (
      await room.teacher
        .post('/api/pieces')
        .send({ score: asDocument(score) })
        .expect(200)
    ).body as PieceSummary;
    const rung = { order: 'thumb-first', id: 'thumb-alone', name: 'Thumb alone' };
    const { id } = await room.assign(student, { arrangementId, rung, firstBar: null, lastBar: null });
    const other = { ...rung, id: 'phrase-7', name: 'To bar 28' };
    await room.assign(student, { arrangementId, rung: other, firstBar: null, lastBar: null });
    const voices = async () => {
      const { assignments } = endpoints.readMyPractice.response.parse(
        (await agent.get('/api/me/practice').expect(200)).body,
      );
      return assignments.map((each) =>
        each.score?.bars.flatMap(({ notes }) => notes.map(({ voice, string }) => `${voice} ${string}`)),
      );
    };
    const [cut, whole] = await voices();
    expect(cut).toEqual(['thumb 5', 'thumb 4', 'thumb 5']);
    expect(whole).toHaveLength(6);
    const byHand = written(['[x32010] t6:3@1', '[x32010] t6:3@1']);
    await room.teacher
      .post('/api/rungs')
      .send({ parentId: arrangementId, order: rung.order, rung: rung.id, score: asDocument(byHand) })
      .expect(200);
    expect((await voices())[0]).toEqual(['thumb 6', 'thumb 6']);
    const record = (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200)).body as {
      assignments: { id: string }[];
    };
    expect(record.assignments.find((each) => each.id === id)).toMatchObject({ rung });
    await room.teacher
      .post(`/api/students/${student.id}/assignments`)
      .send({ arrangementId, rung: { ...rung, order: 'backwards' } })
      .expect(400);
  });
  test('a piece that cannot be read is told, and the others stay', async () => {
    await room.assign(student);
    const copy = (await room.teacher.post(`/api/pieces/${room.pieces[2]!.id}/duplicate`).expect(200))
      .body as PieceSummary;
    await room.assign(student, { arrangementId: copy.arrangementId });
    await studio
      .database('arrangements')
      .where({ id: copy.arrangementId })
      .update({ document: JSON.stringify({ format: 'jocund-score', version: 999 }) });
    const { assignments } = await myPractice(agent);
    expect(assignments.map(({ score }) => score === null)).toEqual([false, true]);
    await studio.database('assignments').where({ arrangement_id: copy.arrangementId }).delete();
  });
});

describe('lessons and the teacher’s day', () => {
  const lesson = { weekday: 4, starts: '13:15', minutes: 45, changes: [] };
  test('lessons are set in place of those before, in the order of the week; the same one twice is one', async () => {
    const student = await room.newStudent();
    const path = `/api/students/${student.id}/lessons`;
    const early = { weekday: 1, starts: '09:00', minutes: 30, changes: [] };
    expect((await room.teacher.put(path).send([lesson, early, lesson]).expect(200)).body).toEqual([
      early,
      lesson,
    ]);
    expect((await room.teacher.put(path).send([lesson]).expect(200)).body).toEqual([lesson]);
    const record = (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200))
      .body as object;
    expect(record).toMatchObject({ lessons: [lesson] });
    for (const bad of [
      [{ ...lesson, weekday: 8 }],
      [{ ...lesson, starts: '25:00' }],
      [{ ...lesson, minutes: 0 }],
      Array.from({ length: 8 }, (_, index) => ({ ...lesson, starts: `1${index}:00` })),
    ])
      await room.teacher.put(path).send(bad).expect(400);
    expect((await room.teacher.put(path).send([]).expect(200)).body).toEqual([]);
  });
  test('everybody in hand with what is in hand, each with the latest passes of it', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    const away = await room.newStudent();
    await room.teacher.patch(`/api/students/${away.id}`).send({ archived: true }).expect(200);
    await room.teacher.put(`/api/students/${student.id}/lessons`).send([lesson]).expect(200);
    const [{ id }, { id: over }] = [await room.assign(student), await room.assign(student)];
    await room.teacher.patch(`/api/assignments/${over}`).send({ ended: true }).expect(200);
    const passes = Array.from({ length: 45 }, (_, index) =>
      mark(id, { at: new Date(Date.UTC(2026, 10, 1, 8, index)).toISOString() }),
    );
    await agent.post('/api/me/practice').send(passes).expect(200);
    const all = endpoints.listTaught.response.parse(
      (await room.teacher.get('/api/taught/4').expect(200)).body,
    );
    expect(all.map((each) => each.student.id)).not.toContain(away.id);
    const taught = all.find((each) => each.student.id === student.id)!;
    expect(taught).toMatchObject({ lessons: [lesson], assignments: [{ id }] });
    expect(taught.marks).toEqual(passes.slice(45 - latestMarks.coming));
    for (const otherDay of ['5', 'x', '99'])
      expect(
        endpoints.listTaught.response
          .parse((await room.teacher.get(`/api/taught/${otherDay}`).expect(200)).body)
          .find((each) => each.student.id === student.id)!.marks,
      ).toEqual(passes.slice(45 - latestMarks.others));
  });
  test('nobody else: another studio, a student, a visitor', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    const stranger = await studio.stranger('teacher');
    expect((await stranger.get('/api/taught/4').expect(200)).body).toEqual([]);
    await stranger.put(`/api/students/${student.id}/lessons`).send([lesson]).expect(404);
    await agent.get('/api/taught/4').expect(403);
    await agent.put(`/api/students/${student.id}/lessons`).send([lesson]).expect(403);
    await studio.visitor().get('/api/taught/4').expect(401);
  });
});

test('lessons go out as a calendar: every week, by the clock of wherever it is read', async () => {
  const student = await room.newStudent();
  await room.teacher
    .put(`/api/students/${student.id}/lessons`)
    .send([
      {
        weekday: 3,
        starts: '16:05',
        minutes: 45,
        changes: [
          { day: '2026-12-09', to: null },
          { day: '2026-12-16', to: { day: '2026-12-18', starts: '10:00', minutes: 30 } },
        ],
      },
    ])
    .expect(200);
  await room.teacher
    .put(`/api/students/${student.id}/lessons`)
    .send([{ weekday: 3, starts: '16:05', minutes: 45, changes: [{ day: '2026-02-30', to: null }] }])
    .expect(400);
  const ada = await studio
    .database('users')
    .where('role', 'teacher')
    .first<{ studio_id: string }>('studio_id');
  // A Sunday: the first Wednesday after it is the second of December.
  const text = await lessonCalendar(studio.database, ada.studio_id, new Date(2026, 10, 29, 20));
  const [event, moved] = text.split('BEGIN:VEVENT').filter((each) => each.includes(student.id));
  expect(event).toContain('EXDATE:20261209T160500,20261216T160500\r\n');
  expect(moved).toContain('DTSTART:20261218T100000\r\n');
  expect(moved).toContain('DTEND:20261218T103000\r\n');
  expect(moved).not.toContain('RRULE');
  expect(event).toContain('DTSTART:20261202T160500\r\n');
  expect(event).toContain('DTEND:20261202T165000\r\n');
  expect(event).toContain('RRULE:FREQ=WEEKLY;BYDAY=WE\r\n');
  expect(event).toContain(`SUMMARY:Lesson: ${student.name}`);
  const { headers } = await room.teacher.get('/api/lessons.ics').expect(200);
  expect(headers['content-type']).toContain('text/calendar');
});

describe('notes of lessons', () => {
  const note = (over: object = {}) => ({
    day: '2026-11-22',
    said: 'Thumb steady.\nBar 3 next.',
    isShared: true,
    ...over,
  });
  test('are kept with who wrote them; the latest stands on the day, and the latest shared one before the student', async () => {
    const student = await room.newStudent();
    const agent = await room.joined(student);
    const path = `/api/students/${student.id}/lesson-notes`;
    await room.teacher.post(path).send(note()).expect(200);
    await room.teacher
      .post(path)
      .send(note({ day: '2026-11-29', said: 'For teachers', isShared: false }))
      .expect(200);
    await room.teacher
      .post(path)
      .send(note({ day: '2026-11-08', said: 'Earlier' }))
      .expect(200);
    const { notes } = endpoints.readPractice.response.parse(
      (await room.teacher.get(`/api/students/${student.id}/practice`).expect(200)).body,
    );
    expect(notes.map(({ said }) => said)).toEqual(['For teachers', 'Thumb steady.\nBar 3 next.', 'Earlier']);
    expect(notes[0]).toMatchObject({ day: '2026-11-29', writtenBy: 'Ada Fenwright' });
    const taught = endpoints.listTaught.response.parse(
      (await room.teacher.get('/api/taught/1').expect(200)).body,
    );
    expect(taught.find((each) => each.student.id === student.id)!.lastNote).toMatchObject({
      said: 'For teachers',
    });
    expect((await myPractice(agent)).lastNote).toMatchObject({ day: '2026-11-22' });
    await room.teacher.delete(`/api/lesson-notes/${notes[0]!.id}`).expect(200);
    await room.teacher.delete(`/api/lesson-notes/${notes[0]!.id}`).expect(404);
  });
  test('of nothing, of no day, of a student elsewhere are refused', async () => {
    const { id } = await room.newStudent();
    const path = `/api/students/${id}/lesson-notes`;
    await room.teacher
      .post(path)
      .send(note({ said: ' ' }))
      .expect(400);
    await room.teacher
      .post(path)
      .send(note({ day: '2026-02-30' }))
      .expect(400);
    await (await studio.stranger('teacher')).post(path).send(note()).expect(404);
  });
  test('what a student wants and what is to be minded is the teachers’ to read', async () => {
    const { id } = await room.newStudent();
    const kept = { name: 'Wren', note: '', goals: 'By heart', cautions: 'No long barres' };
    await room.teacher.put(`/api/students/${id}`).send(kept).expect(200);
    const students = (await room.teacher.get('/api/students').expect(200)).body as Student[];
    expect(students.find((each) => each.id === id)).toMatchObject(kept);
    const agent = await room.joined(students.find((each) => each.id === id)!);
    expect(JSON.stringify((await agent.get('/api/me/practice').expect(200)).body)).not.toContain('barres');
  });
  test('how a student reads a sheet, and in which groups: kept, and the student practises from it', async () => {
    const { id } = await room.newStudent();
    const reading = { school: 'im', noteNames: 'german', leftHanded: true };
    const kept = { name: 'Wren', note: '', reading, groups: ['Tuesdays', 'Slide'] };
    const changed = await room.teacher.put(`/api/students/${id}`).send(kept).expect(200);
    expect(changed.body).toMatchObject(kept);
    const agent = await room.joined(changed.body as Student);
    const mine = (await agent.get('/api/me/practice').expect(200)).body as object;
    expect(mine).toMatchObject({ reading });
    expect(mine).not.toHaveProperty('groups');
    await room.teacher
      .put(`/api/students/${id}`)
      .send({ ...kept, groups: [''] })
      .expect(400);
    await room.teacher
      .put(`/api/students/${id}`)
      .send({ ...kept, reading: { ...reading, school: 'toes' } })
      .expect(400);
  });
});
