import {
  apiErrorSchema,
  mostOwnPatterns,
  mostOwnTunings,
  mostRecordings,
  type OwnPattern,
  type PieceSummary,
} from '@jocund/contract';
import { blankScore } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

/** Asks so many times at once; how many were answered with what. */
async function atOnce(count: number, ask: (index: number) => PromiseLike<{ status: number }>) {
  const answers = await Promise.all(Array.from({ length: count }, (_, index) => ask(index)));
  const of = (status: number) => answers.filter((each) => each.status === status).length;
  return { kept: of(200), refused: of(400) + of(429), failed: of(500) };
}
const countOf = async (agent: Agent, path: string) =>
  ((await agent.get(path).expect(200)).body as unknown[]).length;
const pitches = (index: number) => ['E2', 'A2', 'D3', 'G3', 'B3', index % 2 === 0 ? 'E4' : 'D4'];

describe('a limit holds, however many ask at once', () => {
  test('tunings', async () => {
    const teacher = await studio.stranger('teacher');
    const over = 7;
    expect(
      await atOnce(mostOwnTunings + over, (index) =>
        teacher.post('/api/tunings').send({ name: `Tuning ${index}`, pitches: pitches(index) }),
      ),
    ).toEqual({ kept: mostOwnTunings, refused: over, failed: 0 });
    expect(await countOf(teacher, '/api/tunings')).toBe(mostOwnTunings);
    // One that is kept already may still be kept anew.
    const kept = ((await teacher.get('/api/tunings')).body as { name: string }[])[0]!;
    await teacher
      .post('/api/tunings')
      .send({ name: kept.name, pitches: pitches(1) })
      .expect(200);
  });

  test('recordings of a piece', async () => {
    const teacher = await studio.stranger('teacher');
    const piece = (
      await teacher.post('/api/pieces').send({ score: asDocument(blankScore({ title: 'Heard' })) })
    ).body as PieceSummary;
    const path = `/api/arrangements/${piece.arrangementId}/recordings`;
    const { kept, failed } = await atOnce(mostRecordings + 4, () =>
      teacher.post(path).send({ id: randomUUID(), name: 'Take', bytes: 4000 }),
    );
    expect({ kept, failed }).toEqual({ kept: mostRecordings, failed: 0 });
    expect(await countOf(teacher, path)).toBe(mostRecordings);
  });
});

const pattern = (id: string, name: string): OwnPattern => ({
  id,
  name,
  beats: 2,
  slotsPerBeat: 1,
  strokes: [{ slot: 0, role: 'low', accent: true }],
});

describe('thumb patterns', () => {
  test('two of one name at once are one pattern, twice kept', async () => {
    const teacher = await studio.stranger('teacher');
    const asked = await atOnce(8, (index) =>
      teacher.post('/api/thumb-patterns').send(pattern(`own-${index}`, 'Mine')),
    );
    expect(asked).toEqual({ kept: 8, refused: 0, failed: 0 });
    expect(await countOf(teacher, '/api/thumb-patterns')).toBe(1);
  });

  test('hold to their limit', async () => {
    const teacher = await studio.stranger('teacher');
    const over = 5;
    expect(
      await atOnce(mostOwnPatterns + over, (index) =>
        teacher.post('/api/thumb-patterns').send(pattern(`own-${index}`, `Mine ${index}`)),
      ),
    ).toEqual({ kept: mostOwnPatterns, refused: over, failed: 0 });
  });
});

test('before sign-in little may be sent; after it a whole piece', async () => {
  const large = { email: 'ada@fenwright.example', password: 'x', more: 'y'.repeat(20_000) };
  const answer = await studio.visitor().post('/api/session').send(large).expect(413);
  expect(apiErrorSchema.parse(answer.body).error.remedy).toBe('Sign in first, then try again');
  const teacher = await studio.stranger('teacher');
  await teacher
    .post('/api/pieces')
    .send({ score: asDocument(blankScore({ title: 'Long', barCount: 200 })) })
    .expect(200);
});
