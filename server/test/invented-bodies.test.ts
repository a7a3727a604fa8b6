import { randomUUID } from 'node:crypto';
import { apiErrorSchema, type Endpoint, endpoints, type FileEndpoint } from '@jocund/contract';
import fc from 'fast-check';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type * as z from 'zod/mini';
import { inventedBodies, type KnownThings } from './invented-bodies.ts';
import { openStudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

/** `npm run bench -- bodies [COUNT]` asks for more. */
const count = Number(process.env.INVENTED_BODIES ?? 1000);
const seed = 20261130;

type Asked = Endpoint<z.ZodMiniType | undefined, z.ZodMiniType> | FileEndpoint<z.ZodMiniType>;
const asked = new Map(
  Object.entries<Asked>(endpoints).flatMap(([name, { access, method, path, body }]) =>
    body ? [[name, { access, method: method.toLowerCase() as 'post' | 'put' | 'patch', path, body }]] : [],
  ),
);

let studio: TestStudio;
let teacher: Agent;
let student: Agent;
let known: KnownThings;
beforeAll(async () => {
  studio = await openTestStudio();
  const room = await openStudentRoom(studio);
  teacher = room.teacher;
  const person = await room.newStudent();
  student = await room.joined(person);
  const { id: assignmentId } = await room.assign(person);
  const idOf = async (table: string) => (await studio.database(table).first<{ id: string }>('id')).id;
  const score = async (at: number) =>
    (
      (await teacher.get(`/api/arrangements/${room.pieces[at]!.arrangementId}`).expect(200)).body as {
        score: { score: object };
      }
    ).score;
  const figures = (await teacher.get('/api/figures').expect(200)).body as unknown[];
  const whole = await score(0);
  known = {
    // Whoever asks must be there until the end: the person's own id is not among them.
    ids: [
      assignmentId,
      ...room.pieces.slice(0, 3).map(({ arrangementId }) => arrangementId),
      ...(await Promise.all(
        ['pieces', 'players', 'recordings'].map((table) => idOf(table).catch(randomUUID)),
      )),
    ],
    documents: [whole, whole.score, (await score(1)).score, ...figures.slice(0, 2)],
  };
});
afterAll(() => studio.close());

test(
  'what is sent is taken, or refused in one sentence: never a fault of the server’s',
  async () => {
    const requests = fc.constantFrom(...asked.keys()).chain((name) =>
      fc.record({
        name: fc.constant(name),
        id: fc.oneof(fc.constantFrom(...known.ids), fc.constantFrom('%00', '..', 'x'.repeat(300))),
        body: inventedBodies(asked.get(name)!.body, known),
      }),
    );
    const answers = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(requests, async ({ name, id, body }) => {
        const { access, method, path } = asked.get(name)!;
        const agent = access === 'student' ? student : access === 'open' ? studio.visitor() : teacher;
        const answer = await agent[method](path.replace(/:\w+/g, encodeURIComponent(id)))
          .set('content-type', 'application/json')
          .send(body === undefined ? '' : JSON.stringify(body));
        answers.set(answer.status, (answers.get(answer.status) ?? 0) + 1);
        expect(answer.status).toBeLessThan(500);
        if (answer.status >= 400) expect(apiErrorSchema.safeParse(answer.body).success).toBe(true);
      }),
      { numRuns: count, seed, endOnFailure: true },
    );
    if (count > 1000)
      console.log(
        [...answers]
          .sort(([a], [b]) => a - b)
          .map(([status, times]) => `${times} × ${status}`)
          .join(', '),
      );
    // Bad bodies alone would not reach what lies behind the door.
    expect(answers.get(200)).toBeGreaterThan(count / 20);
    expect(answers.get(400)).toBeGreaterThan(count / 20);
    await teacher.get('/api/pieces').expect(200);
    await student.get('/api/me/practice').expect(200);
  },
  count * 200 + 60_000,
);
