import { randomUUID } from 'node:crypto';
import {
  backupPath,
  bundleFilePath,
  calendarPath,
  endpoints,
  recordingPartPath,
  recordingSoundPath,
} from '@jocund/contract';
import type { Agent, Response } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { studioColumn, studioTables } from '../src/backup/tables.ts';
import { openStudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

/** Who may ask: anybody, anybody signed in, teachers, students. */
type Access = 'open' | 'member' | 'teacher' | 'student';

/** Every endpoint there is: one that is added does not compile until it is here. */
const access: Readonly<Record<keyof typeof endpoints, Access>> = {
  signIn: 'open',
  whoAmI: 'open',
  signOut: 'open',
  readDemoSignIns: 'open',
  readFirstLink: 'open',
  makeFirstStudio: 'open',
  readInvitation: 'open',
  acceptInvitation: 'open',
  readMyPractice: 'student',
  changeOwnNotes: 'student',
  mailInvitation: 'teacher',
  logPractice: 'student',
  keepTake: 'student',
  changePassword: 'member',
  listMySessions: 'member',
  endMySession: 'member',
  readMyHand: 'member',
  setMyHand: 'member',
  readDraftKey: 'member',
  logDrill: 'member',
  listDrills: 'member',
  listPieces: 'teacher',
  findPieces: 'teacher',
  createPiece: 'teacher',
  duplicatePiece: 'teacher',
  archivePiece: 'teacher',
  readArrangement: 'teacher',
  saveArrangement: 'teacher',
  listRevisions: 'teacher',
  nameRevision: 'teacher',
  readRevision: 'teacher',
  listPlayers: 'teacher',
  listMeasured: 'teacher',
  addPlayer: 'teacher',
  changePlayer: 'teacher',
  archivePlayer: 'teacher',
  claimOfPlayer: 'teacher',
  addStudent: 'teacher',
  changeStudent: 'teacher',
  archiveStudent: 'teacher',
  readPerson: 'teacher',
  deleteStudent: 'teacher',
  listStudents: 'teacher',
  setStudentHand: 'teacher',
  inviteStudent: 'teacher',
  listTeachers: 'teacher',
  inviteTeacher: 'teacher',
  renewTeacher: 'teacher',
  closeTeacher: 'teacher',
  listDoorNotes: 'teacher',
  readPublicAddress: 'teacher',
  readPractice: 'teacher',
  readPracticeSeen: 'teacher',
  setLessons: 'teacher',
  writeLessonNote: 'teacher',
  dropLessonNote: 'teacher',
  listTaught: 'teacher',
  assign: 'teacher',
  assignLadder: 'teacher',
  setEarGoal: 'teacher',
  dropEarGoal: 'teacher',
  endAssignment: 'teacher',
  listPatterns: 'teacher',
  keepPattern: 'teacher',
  dropPattern: 'teacher',
  listFigures: 'teacher',
  keepFigure: 'teacher',
  dropFigure: 'teacher',
  listForms: 'teacher',
  keepForm: 'teacher',
  dropForm: 'teacher',
  listKeptRungs: 'teacher',
  keepRung: 'teacher',
  followRung: 'teacher',
  dropRung: 'teacher',
  listGradeSayings: 'teacher',
  sayGrade: 'teacher',
  takeBackGrade: 'teacher',
  listTunings: 'teacher',
  keepTuning: 'teacher',
  dropTuning: 'teacher',
  listBundles: 'teacher',
  makeBundle: 'teacher',
  dropBundle: 'teacher',
  listRecordings: 'teacher',
  announceRecording: 'teacher',
  keepListening: 'teacher',
  dropRecording: 'teacher',
  printSheet: 'teacher',
  printSheets: 'teacher',
};

type Name = keyof typeof endpoints;
type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
interface Route {
  readonly name: string;
  readonly method: Method;
  readonly path: string;
  readonly access: Access;
}
const routes: readonly Route[] = [
  ...(Object.keys(access) as Name[]).map((name) => ({
    name,
    method: endpoints[name].method.toLowerCase() as Method,
    path: endpoints[name].path,
    access: access[name],
  })),
  { name: 'backup', method: 'get', path: backupPath, access: 'teacher' },
  { name: 'calendar', method: 'get', path: calendarPath, access: 'teacher' },
  {
    name: 'part of a recording',
    method: 'put',
    path: recordingPartPath(':id', ':number'),
    access: 'teacher',
  },
  { name: 'sound of a recording', method: 'get', path: recordingSoundPath(':id'), access: 'teacher' },
  { name: 'bundle file', method: 'get', path: bundleFilePath(':id'), access: 'teacher' },
];

let studio: TestStudio;
let visitor: Agent;
let teacher: Agent;
let student: Agent;
let elsewhere: Agent;
/** Ids of things in the demo studio. */
let ids: string[];
beforeAll(async () => {
  studio = await openTestStudio({ packs: true });
  const room = await openStudentRoom(studio);
  const person = await room.newStudent();
  visitor = studio.visitor();
  teacher = room.teacher;
  student = await room.joined(person);
  elsewhere = await studio.stranger('teacher');
  const { id: assignmentId } = await room.assign(person);
  const firstOf = async (table: string) => (await studio.database(table).first<{ id: string }>('id')).id;
  ids = [
    person.id,
    assignmentId,
    ...(await Promise.all(['pieces', 'arrangements', 'players', 'figures'].map(firstOf))),
  ];
});
afterAll(() => studio.close());

const ask = (agent: Agent, { method, path }: Route, id: string = randomUUID()): Promise<Response> =>
  Promise.resolve(
    agent[method](
      path
        .replace(':id', id)
        .replace(':version', '1')
        .replace(':number', '0')
        .replace(':weekday', '1')
        .replace(/:(token|session|name)/, 'invented'),
    ).send(method === 'get' || method === 'delete' ? undefined : {}),
  );
/** Whether the door let the request in, whatever became of it then. */
const isLetIn = ({ status }: Response): boolean => status !== 401 && status !== 403;

describe.each(routes)('$method $path ($name)', (route) => {
  test(`is for ${route.access === 'open' ? 'anybody' : `a ${route.access}`}`, async () => {
    if (route.name === 'signIn' || route.name === 'signOut') return;
    expect((await ask(visitor, route)).status === 401).toBe(route.access !== 'open');
    expect(isLetIn(await ask(teacher, route))).toBe(route.access !== 'student');
    expect(isLetIn(await ask(student, route))).toBe(route.access !== 'teacher');
  });
});

test('whatever a teacher of another studio asks for by its id, nothing of this one is told or changed', async () => {
  const rows = async () => {
    const [ada] = await studio
      .database('users')
      .where('email', 'ada@fenwright.example')
      .pluck<string[]>('studio_id');
    const tables = studioTables.filter((table) => table !== 'door_notes');
    return Promise.all(
      tables.map((table) =>
        studio
          .database(table)
          .where(studioColumn(table), ada ?? '')
          .orderByRaw('1, 2')
          .select(),
      ),
    );
  };
  const before = await rows();
  for (const route of routes.filter(({ path }) => path.includes(':id')))
    for (const id of ids) {
      const answer = await ask(elsewhere, route, id);
      const { status } = answer;
      const body: unknown = answer.body;
      if (status === 200) expect([null, []]).toContainEqual(body);
      else expect(route.access === 'student' ? [403] : [400, 404]).toContain(status);
    }
  expect(await rows()).toEqual(before);
});
