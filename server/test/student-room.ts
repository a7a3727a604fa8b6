import { randomUUID } from 'node:crypto';
import { endpoints, type MyPractice, type PieceSummary, type Student } from '@jocund/contract';
import type { Agent } from 'supertest';
import type { TestStudio } from './test-studio.ts';

export const password = 'ten and more characters';
export const addressOf = ({ id }: Student): string => `${id}@fenwright.example`;

/** A pass as a phone sends it. */
export const mark = (assignmentId: string, over: object = {}) => ({
  id: randomUUID(),
  assignmentId,
  at: '2026-11-29T08:00:00.000Z',
  tempoBpm: 60,
  answer: 'clean',
  firstBar: null,
  lastBar: null,
  seconds: 12,
  ...over,
});

export const myPractice = async (agent: Agent): Promise<MyPractice> =>
  endpoints.readMyPractice.response.parse((await agent.get('/api/me/practice').expect(200)).body);

/** What tests of students, their links and their practice do again and again. */
export interface StudentRoom {
  readonly teacher: Agent;
  readonly pieces: readonly PieceSummary[];
  readonly newStudent: () => Promise<Student>;
  /** A link's token. */
  readonly invite: (id: string) => Promise<string>;
  /** A browser signed in as the student, by a link. */
  readonly joined: (student: Student) => Promise<Agent>;
  readonly given: (over?: object) => object;
  readonly assign: (student: Student, over?: object) => Promise<{ id: string }>;
}

export async function openStudentRoom(studio: TestStudio): Promise<StudentRoom> {
  const teacher = await studio.teacher();
  const pieces = (await teacher.get('/api/pieces').expect(200)).body as PieceSummary[];
  const invite = async (id: string): Promise<string> =>
    ((await teacher.post(`/api/students/${id}/invitation`).expect(200)).body as { token: string }).token;
  const given = (over: object = {}) => ({
    arrangementId: pieces[0]!.arrangementId,
    firstBar: 1,
    lastBar: 4,
    startBpm: 60,
    goalBpm: 92,
    goalDate: '2026-12-24',
    note: 'Say “four, three, five, three”, then play.',
    ...over,
  });
  let made = 0;
  return {
    teacher,
    pieces,
    invite,
    given,
    newStudent: async () => {
      made += 1;
      const answer = await teacher
        .post('/api/students')
        .send({ name: `Student ${made}`, note: '' })
        .expect(200);
      return answer.body as Student;
    },
    joined: async (student) => {
      const agent = studio.visitor();
      await agent
        .post(`/api/invitations/${await invite(student.id)}`)
        .send({ email: addressOf(student), password })
        .expect(200);
      return agent;
    },
    assign: async (student, over = {}) =>
      (await teacher.post(`/api/students/${student.id}/assignments`).send(given(over)).expect(200)).body as {
        id: string;
      },
  };
}
