import {
  apiErrorSchema,
  arrangementSchema,
  endpoints,
  unreadableSchema,
  type PieceSummary,
} from '@jocund/contract';
import { blankScore, scoreLimits, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const create = async (title: string, over: Partial<Score> = {}) =>
  (
    await teacher
      .post('/api/pieces')
      .send({ score: asDocument({ ...blankScore({ title }), ...over }) })
      .expect(200)
  ).body as PieceSummary;
const listed = async (id: string): Promise<PieceSummary> => {
  const pieces = endpoints.listPieces.response.parse((await teacher.get('/api/pieces').expect(200)).body);
  return pieces.find((piece) => piece.id === id)!;
};
/** Writes a row as something else would have left it: another version, a slip of a hand. */
const overwrite = async (arrangementId: string, document: unknown) => {
  await studio
    .database('arrangements')
    .where({ id: arrangementId })
    .update({ document: JSON.stringify(document) });
  await studio.database('piece_summaries').where({ arrangement_id: arrangementId }).delete();
  // The first look at the list has what is new measured.
  await teacher.get('/api/pieces').expect(200);
};
const read = (id: string) => teacher.get(`/api/arrangements/${id}`);

describe('rows of every age', () => {
  test('a row of version 1 is read, listed, and saved over as this version', async () => {
    const { id, arrangementId } = await create('Aged');
    const { bars, ...score } = blankScore({ title: 'Aged' });
    const study = { ...score, bars: bars.map(({ id: _, ...bar }) => bar) };
    await overwrite(arrangementId, { format: 'jocund-study', version: 1, study });
    expect(await listed(id)).toMatchObject({ title: 'Aged', barCount: 8, trouble: null });
    const arrangement = arrangementSchema.parse((await read(arrangementId).expect(200)).body);
    expect(arrangement.score).toEqual(blankScore({ title: 'Aged' }));
    await teacher
      .put(`/api/arrangements/${arrangementId}`)
      .send({ baseVersion: 1, score: asDocument({ ...arrangement.score, capo: 2 }) })
      .expect(200);
    const row = await studio
      .database<{ id: string; document: unknown }>('arrangements')
      .where({ id: arrangementId })
      .first();
    expect(row?.document).toMatchObject({ format: 'jocund-score', version: 2, score: { capo: 2 } });
  });

  test('a row with a field nobody knows is no fault of the server: it is told, and can be mended', async () => {
    const { id, arrangementId } = await create('Winged');
    const document = {
      ...asDocument(blankScore({ title: 'Winged' })),
      score: { ...blankScore({ title: 'Winged' }), wings: 2 },
    };
    await overwrite(arrangementId, document);
    expect(await listed(id)).toMatchObject({
      title: 'Winged',
      trouble: expect.stringContaining('wings') as string,
    });
    const refused = (await read(arrangementId).expect(422)).body as unknown;
    expect(apiErrorSchema.parse(refused).error.code).toBe('unreadable');
    const unreadable = unreadableSchema.parse(refused);
    expect(unreadable.stored).toEqual(document);
    expect(unreadable.mended).toEqual({ score: blankScore({ title: 'Winged' }), leftOut: ['wings'] });
    await teacher.post(`/api/pieces/${id}/duplicate`).expect(422);
    await teacher
      .put(`/api/arrangements/${arrangementId}`)
      .send({ baseVersion: unreadable.version, score: asDocument(unreadable.mended!.score) })
      .expect(200);
    await read(arrangementId).expect(200);
    expect((await listed(id)).trouble).toBeNull();
  });

  test.each([
    ['nothing of a score', { format: 'jocund-score', version: 2, score: {} }],
    ['no document at all', { some: 'thing' }],
    ['a version that does not exist yet', { format: 'jocund-score', version: 99, score: {} }],
  ])('%s: the list stands, and the row is handed over', async (_, document) => {
    const { id, arrangementId } = await create('Empty');
    await overwrite(arrangementId, document);
    expect((await listed(id)).trouble).toEqual(expect.any(String));
    const unreadable = unreadableSchema.parse((await read(arrangementId).expect(422)).body);
    expect(unreadable).toMatchObject({ stored: document, mended: null });
  });
});

describe('one limit for a text, and texts that can be kept', () => {
  test('the longest title is listed, copied and copied again', async () => {
    const title = '𝄞'.repeat(scoreLimits.textLength / 2);
    const first = await create(title);
    const copy = (await teacher.post(`/api/pieces/${first.id}/duplicate`).expect(200)).body as PieceSummary;
    const again = (await teacher.post(`/api/pieces/${copy.id}/duplicate`).expect(200)).body as PieceSummary;
    for (const { id, title: shown } of [copy, again]) {
      expect(shown).toMatch(/^𝄞+ \(copy\)$/u);
      expect(shown.length).toBeLessThanOrEqual(scoreLimits.textLength);
      expect((await listed(id)).title).toBe(shown);
    }
  });
  test('NUL and half characters are cleaned, not refused by the database', async () => {
    const { id } = await create('Tin\u0000Ferry \ud834', { player: '\udd1eAda' });
    expect(await listed(id)).toMatchObject({ title: 'Tin Ferry', player: 'Ada' });
    const tuning = { name: 'Low\u0000er \ud834', pitches: ['C2', 'G2', 'D3', 'G3', 'B3', 'D4'] };
    const kept = await teacher.post('/api/tunings').send(tuning).expect(200);
    expect((kept.body as { name: string }).name).toBe('Low er');
  });
});
