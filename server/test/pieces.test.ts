import { apiErrorSchema, arrangementSchema, staleSaveSchema, type PieceSummary } from '@jocund/contract';
import { blankScore, writeNote, type Score } from '@jocund/core/score';
import { asDocument, changedBars, type ChangedBar } from '@jocund/core/score/document';
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

const codeOf = (body: unknown) => apiErrorSchema.parse(body).error.code;
const list = async (agent = teacher) => (await agent.get('/api/pieces').expect(200)).body as PieceSummary[];
const create = async (score: Score) =>
  (
    await teacher
      .post('/api/pieces')
      .send({ score: asDocument(score) })
      .expect(200)
  ).body as PieceSummary;
const read = async (id: string) =>
  arrangementSchema.parse((await teacher.get(`/api/arrangements/${id}`).expect(200)).body);
const save = (id: string, baseVersion: number, score: Score) =>
  teacher.put(`/api/arrangements/${id}`).send({ baseVersion, score: asDocument(score) });
const withFret = (score: Score, fret: number) =>
  writeNote(score, { bar: 0, tick: 0, string: 1, voice: 'melody' }, fret, 480);

describe('pieces', () => {
  test('the demo studio has six a player, with figures computed from their studies and nothing to mend', async () => {
    const pieces = await list();
    expect(pieces.map(({ title }) => title)).toEqual(
      [...pieces.map(({ title }) => title)].sort((a, b) => a.localeCompare(b)),
    );
    const players = new Set(pieces.map(({ player }) => player));
    const after = [...players].map((name) => pieces.filter(({ player }) => player === name).length);
    expect(after.sort()).toEqual([6, 6, 6, 6, 6, 7]);
    expect(
      pieces.every(
        ({ figures }) =>
          figures !== null && figures.errorCount + figures.warningCount === 0 && figures.gradePoints > 1,
      ),
    ).toBe(true);
  });

  test('a new piece is stored and read back', async () => {
    const score = withFret(blankScore({ title: 'Brand new' }), 3);
    const { arrangementId } = await create(score);
    expect(await read(arrangementId)).toMatchObject({ version: 1, score, savedBy: 'Ada Fenwright' });
  });

  test('a duplicate is a piece of its own', async () => {
    const original = await create(blankScore({ title: 'Original' }));
    const copy = (await teacher.post(`/api/pieces/${original.id}/duplicate`).expect(200))
      .body as PieceSummary;
    expect(copy.title).toBe('Original (copy)');
    await save(copy.arrangementId, 1, withFret(blankScore({ title: 'Changed' }), 5)).expect(200);
    expect((await read(original.arrangementId)).score.title).toBe('Original');
  });

  test('an archived piece can be brought back', async () => {
    const { id } = await create(blankScore({ title: 'Put away' }));
    expect(
      (await teacher.patch(`/api/pieces/${id}`).send({ archived: true }).expect(200)).body,
    ).toMatchObject({ archivedAt: expect.any(String) as string });
    expect(
      (await teacher.patch(`/api/pieces/${id}`).send({ archived: false }).expect(200)).body,
    ).toMatchObject({ archivedAt: null });
  });
});

describe('saving', () => {
  test('each save is a version and a revision that can be read again', async () => {
    const score = blankScore({ title: 'Versions' });
    const { arrangementId } = await create(score);
    expect((await save(arrangementId, 1, withFret(score, 3)).expect(200)).body).toMatchObject({ version: 2 });
    expect((await save(arrangementId, 2, withFret(score, 5)).expect(200)).body).toMatchObject({ version: 3 });
    const revisions = (await teacher.get(`/api/arrangements/${arrangementId}/revisions`).expect(200))
      .body as { version: number }[];
    expect(revisions.map(({ version }) => version)).toEqual([3, 2, 1]);
    expect((revisions as { version: number; changes: string[] }[]).map(({ changes }) => changes)).toEqual([
      ['bar 1: 1 melody note on another fret'],
      ['bar 1: 1 melody note added'],
      [],
    ]);
    const first = await teacher.get(`/api/arrangements/${arrangementId}/revisions/1`).expect(200);
    expect(arrangementSchema.parse(first.body).score).toEqual(score);
    expect(
      codeOf((await teacher.get(`/api/arrangements/${arrangementId}/revisions/9`).expect(404)).body),
    ).toBe('not-found');
    expect(
      codeOf((await teacher.get(`/api/arrangements/${arrangementId}/revisions/first`).expect(404)).body),
    ).toBe('not-found');
  });

  test('a version can be named, and more than a page of them can be reached', async () => {
    const score = blankScore({ title: 'Long history' });
    const { arrangementId } = await create(score);
    for (let version = 1; version <= 60; version += 1)
      await save(arrangementId, version, withFret(score, 1 + (version % 12))).expect(200);
    const page = async (query = '') =>
      (await teacher.get(`/api/arrangements/${arrangementId}/revisions${query}`).expect(200)).body as {
        version: number;
        name: string | null;
      }[];
    const first = await page();
    expect(first.map(({ version }) => version)).toEqual(Array.from({ length: 50 }, (_, index) => 61 - index));
    expect((await page('?before=12')).map(({ version }) => version)).toEqual([
      11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1,
    ]);
    const address = `/api/arrangements/${arrangementId}/revisions/11`;
    await teacher.patch(address).send({ name: 'before the lesson' }).expect(200);
    expect((await page('?before=12'))[0]).toMatchObject({ version: 11, name: 'before the lesson' });
    await teacher.patch(address).send({ name: '' }).expect(400);
    await teacher.patch(`/api/arrangements/${arrangementId}/revisions/99`).send({ name: 'none' }).expect(404);
    const stranger = await studio.stranger('teacher');
    await stranger.patch(address).send({ name: 'mine' }).expect(404);
  });

  test('a stale save answers 409 with both versions and changes nothing', async () => {
    const score = blankScore({ title: 'Two tabs' });
    const { arrangementId } = await create(score);
    await save(arrangementId, 1, withFret(score, 3)).expect(200);
    const answer = await save(arrangementId, 1, withFret(score, 7)).expect(409);
    expect(codeOf(answer.body)).toBe('stale');
    const { current, yours } = staleSaveSchema.parse(answer.body);
    expect(current).toMatchObject({ version: 2, score: withFret(score, 3) });
    expect(yours).toEqual({ baseVersion: 1, score: withFret(score, 7) });
    expect((await read(arrangementId)).score).toEqual(withFret(score, 3));
  });

  test('of two saves at the same moment one wins and one is told', async () => {
    const score = blankScore({ title: 'At once' });
    const { arrangementId } = await create(score);
    const statuses = await Promise.all(
      [3, 5].map(async (fret) => (await save(arrangementId, 1, withFret(score, fret))).status),
    );
    expect(statuses.sort()).toEqual([200, 409]);
  });

  describe('bars saved alone', () => {
    const saveBars = (id: string, baseVersion: number, bars: readonly ChangedBar[]) =>
      teacher.patch(`/api/arrangements/${id}/bars`).send({ baseVersion, bars });

    test('say what the whole would have said, and are revisions like any other', async () => {
      const score = blankScore({ title: 'Bar by bar', barCount: 3 });
      const { arrangementId } = await create(score);
      const next = writeNote(withFret(score, 3), { bar: 2, tick: 960, string: 2, voice: 'melody' }, 5, 960);
      const answer = await saveBars(arrangementId, 1, changedBars(score, next)!).expect(200);
      expect(answer.body).toMatchObject({ version: 2 });
      const whole = await create({ ...next, title: 'At once' });
      const barsOf = async (id: string) => (await read(id)).score.bars;
      expect(await barsOf(arrangementId)).toEqual(await barsOf(whole.arrangementId));
      expect((await read(arrangementId)).score).toEqual(next);
      const revision = await teacher.get(`/api/arrangements/${arrangementId}/revisions/2`).expect(200);
      expect(arrangementSchema.parse(revision.body).score).toEqual(next);
      // The whole says the same: it is the version there is.
      expect((await save(arrangementId, 1, next).expect(200)).body).toMatchObject({ version: 2 });
    });

    test('over another version, past the end, or changing nothing, are refused, and nothing is written', async () => {
      const score = blankScore({ title: 'Refused bars', barCount: 2 });
      const { arrangementId } = await create(score);
      const [bar] = withFret(score, 3).bars;
      const tries: [number, readonly ChangedBar[]][] = [
        [2, [{ at: 0, bar: bar! }]],
        [1, [{ at: 2, bar: bar! }]],
        [1, [{ at: 1, bar: score.bars[1]! }]],
      ];
      for (const [version, bars] of tries) {
        const refused = await saveBars(arrangementId, version, bars).expect(409);
        expect(codeOf(refused.body)).toBe('stale');
      }
      expect(await read(arrangementId)).toMatchObject({ version: 1, score });
    });

    test('a piece as an older Jocund stored it is to be sent whole', async () => {
      const score = blankScore({ title: 'Old shape' });
      const { arrangementId } = await create(score);
      await studio
        .database('arrangements')
        .where({ id: arrangementId })
        .update({ document: JSON.stringify({ format: 'jocund-study', version: 1, study: score }) });
      await saveBars(arrangementId, 1, [{ at: 0, bar: withFret(score, 3).bars[0]! }]).expect(409);
    });

    test('of two at the same moment one wins; another studio’s are not found by it', async () => {
      const score = blankScore({ title: 'Bars at once' });
      const { arrangementId } = await create(score);
      const bars = (fret: number) => [{ at: 0, bar: withFret(score, fret).bars[0]! }];
      const statuses = await Promise.all(
        [3, 5].map(async (fret) => (await saveBars(arrangementId, 1, bars(fret))).status),
      );
      expect(statuses.sort()).toEqual([200, 409]);
      const stranger = await studio.stranger('teacher');
      const path = `/api/arrangements/${arrangementId}/bars`;
      await stranger
        .patch(path)
        .send({ baseVersion: 2, bars: bars(7) })
        .expect(404);
      expect(await read(arrangementId)).toMatchObject({ version: 2 });
    });
  });

  test('the same save sent again, after a lost answer, is no conflict', async () => {
    const score = blankScore({ title: 'Sent twice' });
    const { arrangementId } = await create(score);
    await save(arrangementId, 1, withFret(score, 3)).expect(200);
    expect((await save(arrangementId, 1, withFret(score, 3)).expect(200)).body).toMatchObject({ version: 2 });
  });
});

describe('bad input is refused with the one error shape, and nothing changes', () => {
  test.each([
    [
      'a fret no neck has',
      {
        ...blankScore({ title: 'Bad' }),
        bars: [
          {
            metre: { beats: 4, unit: 4 },
            grips: [],
            notes: [{ tick: 0, durationTicks: 480, string: 1, fret: 99, voice: 'melody' }],
          },
        ],
      },
    ],
    [
      'seven strings',
      {
        ...blankScore({ title: 'Bad' }),
        tuning: { name: 'Seven', pitches: Array.from({ length: 7 }, () => 'E2') },
      },
    ],
    ['no bars', { ...blankScore({ title: 'Bad' }), bars: [] }],
    ['an unknown field', { ...blankScore({ title: 'Bad' }), wings: 2 }],
    ['no title', { ...blankScore({ title: 'Bad' }), title: ' ' }],
  ])('%s', async (_, score) => {
    const before = (await list()).length;
    const sent = { score: asDocument(score as Score) };
    expect(codeOf((await teacher.post('/api/pieces').send(sent).expect(400)).body)).toBe('bad-request');
    expect((await list()).length).toBe(before);
  });

  test('a body that is not JSON, and one that is too large', async () => {
    const broken = await teacher
      .post('/api/pieces')
      .set('content-type', 'application/json')
      .send('{"score":')
      .expect(400);
    expect(codeOf(broken.body)).toBe('bad-request');
    const huge = await teacher
      .post('/api/pieces')
      .send({ score: { title: 'x'.repeat(2_100_000) } })
      .expect(413);
    expect(codeOf(huge.body)).toBe('too-large');
  });

  test('an unknown address of the API, and an id that is none', async () => {
    expect(codeOf((await teacher.get('/api/nothing').expect(404)).body)).toBe('not-found');
    expect(codeOf((await teacher.get('/api/arrangements/1; drop table').expect(404)).body)).toBe('not-found');
  });
});

describe('studios are closed to each other', () => {
  test('nothing without signing in', async () => {
    const visitor = studio.visitor();
    for (const path of ['/api/pieces', '/api/players', '/api/students'])
      expect(codeOf((await visitor.get(path).expect(401)).body)).toBe('not-signed-in');
  });

  test('a teacher of another studio sees, saves, copies and archives nothing here', async () => {
    const [piece] = await list();
    const stranger = await studio.stranger('teacher');
    const { id, arrangementId } = piece!;
    expect(await list(stranger)).toEqual([]);
    await stranger.get(`/api/arrangements/${arrangementId}`).expect(404);
    await stranger.get(`/api/arrangements/${arrangementId}/revisions/1`).expect(404);
    expect((await stranger.get(`/api/arrangements/${arrangementId}/revisions`).expect(200)).body).toEqual([]);
    await stranger
      .put(`/api/arrangements/${arrangementId}`)
      .send({ baseVersion: 1, score: asDocument(blankScore({ title: 'Mine now' })) })
      .expect(404);
    await stranger.post(`/api/pieces/${id}/duplicate`).expect(404);
    await stranger.patch(`/api/pieces/${id}`).send({ archived: true }).expect(404);
    expect((await list()).find((each) => each.id === id)).toEqual(piece);
  });

  test('a student may not use the teacher’s routes', async () => {
    const student = await studio.stranger('student');
    for (const path of ['/api/pieces', '/api/players', '/api/students'])
      expect(codeOf((await student.get(path).expect(403)).body)).toBe('forbidden');
  });
});

test('players come with their thumbs, students by name', async () => {
  const players = (await teacher.get('/api/players').expect(200)).body as { thumbPattern: string }[];
  expect(new Set(players.map(({ thumbPattern }) => thumbPattern)).size).toBe(4);
  expect((await teacher.get('/api/students').expect(200)).body).toHaveLength(4);
});
