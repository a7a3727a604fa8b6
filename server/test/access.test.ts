import { randomUUID } from 'node:crypto';
import {
  type Access,
  backupPath,
  bundleFilePath,
  calendarPath,
  endpoints,
  recordingPartPath,
  recordingSoundPath,
  restorePath,
} from '@jocund/contract';
import type { Agent, Response } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { studioColumn, studioTables } from '../src/backup/tables.ts';
import { openStudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
interface Route {
  readonly name: string;
  readonly method: Method;
  readonly path: string;
  readonly access: Access;
}
const routes: readonly Route[] = [
  ...Object.entries({ ...endpoints }).map(([name, { access, method, path }]) => ({
    name,
    method: method.toLowerCase() as Method,
    path,
    access,
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
/** Was signed in as a teacher, and is not any more; still shows what it was let in by. */
let ended: Agent;
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
  ended = await studio.stranger('teacher');
  const [mine] = (await ended.get('/api/me/sessions').expect(200)).body as { id: string; isThis: boolean }[];
  await ended.delete(`/api/me/sessions/${mine!.id}`).expect(200);
  const { id: assignmentId } = await room.assign(person);
  const firstOf = async (table: string) => (await studio.database(table).first<{ id: string }>('id')).id;
  ids = [
    person.id,
    assignmentId,
    ...(await Promise.all(['pieces', 'arrangements', 'players', 'figures'].map(firstOf))),
  ];
});
afterAll(() => studio.close());

interface ApiErrorBody {
  readonly error: { readonly code: string };
}

const ask = (
  agent: Agent,
  { method, path }: Route,
  id: string = randomUUID(),
  headers: Readonly<Record<string, string>> = {},
): Promise<Response> =>
  Promise.resolve(
    agent[method](
      path
        .replace(':id', id)
        .replace(':version', '1')
        .replace(':number', '0')
        .replace(':weekday', '1')
        .replace(/:(token|session|name)/, 'invented'),
    )
      .set(headers)
      .send(method === 'get' || method === 'delete' ? undefined : {}),
  );
/** Whether the door let the request in, whatever became of it then. */
const isLetIn = ({ status }: Response): boolean => status !== 401 && status !== 403;

describe.each(routes)('$method $path ($name)', (route) => {
  test(`is for ${route.access === 'open' ? 'anybody' : `a ${route.access}`}`, async () => {
    if (route.name === 'signIn' || route.name === 'signOut') return;
    expect((await ask(visitor, route)).status === 401).toBe(route.access !== 'open');
    expect(isLetIn(await ask(teacher, route))).toBe(route.access !== 'student');
    expect(isLetIn(await ask(student, route))).toBe(route.access !== 'teacher');
    expect((await ask(ended, route)).status === 401).toBe(route.access !== 'open');
  });

  test('is not for other pages of the browser', async () => {
    if (route.method === 'get') return;
    const answer = await ask(teacher, route, undefined, { origin: 'http://elsewhere.example' });
    expect([answer.status, (answer.body as ApiErrorBody).error.code]).toEqual([403, 'forbidden']);
  });
});

test('a way of asking that an address has not is refused', async () => {
  const ways = ['get', 'post', 'put', 'patch', 'delete'] as const;
  const shape = (path: string) => path.replace(/:\w+/g, ':');
  // Without path parameters: with them another address may be meant.
  for (const { path } of routes.filter((each) => !each.path.includes(':')))
    for (const method of ways) {
      if (routes.some((each) => each.method === method && shape(each.path) === shape(path))) continue;
      const answer = await ask(teacher, { name: '', access: 'teacher', method, path });
      expect([method, path, answer.status]).toEqual([method, path, 404]);
    }
});

test('the server answers at no address that is not among these', () => {
  interface Layer {
    readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
    readonly handle: { readonly stack?: readonly Layer[] };
  }
  const found = (layers: readonly Layer[]): string[] =>
    layers.flatMap(({ route, handle }) =>
      route
        ? Object.keys(route.methods).map((method) => `${method} ${route.path}`)
        : found(handle.stack ?? []),
    );
  const stack = (studio.app as unknown as { readonly router: { readonly stack: readonly Layer[] } }).router
    .stack;
  const known = [
    ...routes.map(({ method, path }) => `${method} ${path}`),
    'get /api/health',
    'get /api/ready',
    `put ${restorePath(':token')}`,
  ];
  expect(found(stack).sort()).toEqual(known.sort());
});

test('who is something else, or gone, is so at the next request', async () => {
  const agent = await studio.stranger('teacher');
  const { id } = (await agent.get('/api/session').expect(200)).body as { id: string };
  await agent.get('/api/pieces').expect(200);
  const change = (values: object) => studio.database('users').where({ id }).update(values);
  await change({ role: 'student' });
  await agent.get('/api/pieces').expect(403);
  await change({ role: 'teacher' });
  await agent.get('/api/pieces').expect(200);
  await change({ closed_at: new Date() });
  await agent.get('/api/pieces').expect(401);
  await change({ closed_at: null });
  await studio.database('users').where({ id }).delete();
  await agent.get('/api/pieces').expect(401);
  expect((await agent.get('/api/session').expect(200)).body).toBeNull();
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
