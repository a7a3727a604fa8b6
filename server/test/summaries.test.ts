import { askedPiecesSchema, piecesAPage, type PieceList, type PieceSummary } from '@jocund/contract';
import { scoreFindings } from '@jocund/core/checking';
import { fittedWeights, gradeScore } from '@jocund/core/grading';
import { blankScore, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { writeVersion } from '../src/arrangements/repository.ts';
import { findPieces } from '../src/pieces/repository.ts';
import { measurePiece } from '../src/summaries/measure.ts';
import { measureStudio } from '../src/summaries/measuring.ts';
import { hasRestless, keepMeasured } from '../src/summaries/repository.ts';
import { workHere } from '../src/workers/workers.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

/** Studios that are told to be measured; nothing is, until the test does it. */
const told: string[] = [];
let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio({
    over: {
      measuring: { soon: (studioId) => Promise.resolve(void told.push(studioId)) },
    },
  });
});
afterAll(() => studio.close());

const create = async (agent: Agent, score: Score) =>
  (
    await agent
      .post('/api/pieces')
      .send({ score: asDocument(score) })
      .expect(200)
  ).body as PieceSummary;
const list = async (agent: Agent) => (await agent.get('/api/pieces').expect(200)).body as PieceSummary[];
const page = async (agent: Agent, query = '') =>
  (await agent.get(`/api/repertoire${query}`).expect(200)).body as PieceList;
const titles = ({ pieces }: PieceList) => pieces.map(({ title }) => title);
const studioOf = async (piece: PieceSummary) =>
  (await studio.database('pieces').where({ id: piece.id }).first<{ studio_id: string }>('studio_id'))
    .studio_id;

/** A piece that is rather hard, with a note whose length nobody can write. */
const plain = written([
  '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:3@1.5 m1:0@2.5 m2:1@3.5',
  '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:3@1 m1:0@2.5',
]);
const busy: Score = {
  ...plain,
  bars: plain.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => (note.voice === 'melody' ? { ...note, durationTicks: 77 } : note)),
  })),
};

describe('figures follow what is saved', () => {
  test('a new piece has its grade at once; after a save the list answers without it, and says that it follows', async () => {
    const teacher = await studio.stranger('teacher');
    const made = await create(teacher, { ...busy, title: 'Busy' });
    expect(made.figures?.gradePoints).toBe(gradeScore(busy).points);
    const calm = { ...blankScore({ title: 'Calm now' }), tempoBpm: 61 };
    told.length = 0;
    await teacher
      .put(`/api/arrangements/${made.arrangementId}`)
      .send({ baseVersion: 1, score: asDocument(calm) })
      .expect(200);
    const studioId = await studioOf(made);
    expect(told).toEqual([studioId]);
    const [waiting] = await list(teacher);
    expect(waiting).toMatchObject({ title: 'Calm now', tempoBpm: 61, figures: null, trouble: null });
    expect(told).toEqual([studioId, studioId]);
    await measureStudio(studio.database, workHere, studioId);
    const open = scoreFindings(calm);
    expect((await list(teacher))[0]!.figures).toMatchObject({
      gradePoints: gradeScore(calm).points,
      errorCount: open.filter(({ severity }) => severity === 'error').length,
      warningCount: open.filter(({ severity }) => severity !== 'error').length,
    });
    told.length = 0;
    await list(teacher);
    expect(told).toEqual([]);
  });

  test('what was measured of a version that is written over meanwhile is dropped', async () => {
    const teacher = await studio.stranger('teacher');
    const made = await create(teacher, { ...busy, title: 'Overtaken' });
    const studioId = await studioOf(made);
    await teacher
      .put(`/api/arrangements/${made.arrangementId}`)
      .send({ baseVersion: 1, score: asDocument(blankScore({ title: 'Overtaken' })) })
      .expect(200);
    await keepMeasured(
      studio.database,
      studioId,
      { id: made.arrangementId, version: 1 },
      measurePiece(asDocument(busy)),
      fittedWeights,
    );
    expect((await list(teacher))[0]!.figures).toBeNull();
  });

  test('a piece that is being written at is measured when it rests', async () => {
    const teacher = await studio.stranger('teacher');
    const made = await create(teacher, { ...busy, title: 'Restless' });
    const studioId = await studioOf(made);
    await teacher
      .patch(`/api/arrangements/${made.arrangementId}/bars`)
      .send({ baseVersion: 1, bars: [{ at: 0, bar: blankScore({ title: 'Blank' }).bars[0]! }] })
      .expect(200);
    const anHour = 3_600_000;
    await measureStudio(studio.database, workHere, studioId, { restedMs: anHour });
    expect((await list(teacher))[0]!.figures).toBeNull();
    expect(await hasRestless(studio.database, studioId, anHour)).toBe(true);
    await studio
      .database('arrangements')
      .where({ id: made.arrangementId })
      .update({ saved_at: studio.database.raw(`now() - interval '2 hours'`) });
    expect(await hasRestless(studio.database, studioId, anHour)).toBe(false);
    await measureStudio(studio.database, workHere, studioId, { restedMs: anHour });
    expect((await list(teacher))[0]!.figures).not.toBeNull();
  });

  test('a piece that cannot be measured keeps no other waiting', async () => {
    const teacher = await studio.stranger('teacher');
    const [first, second] = [
      await create(teacher, blankScore({ title: 'A' })),
      await create(teacher, blankScore({ title: 'B' })),
    ];
    const studioId = await studioOf(first);
    await studio.database('piece_summaries').where({ studio_id: studioId }).update({ measure: null });
    const failing = [first.arrangementId, second.arrangementId].sort()[0];
    const refused = studio
      .database('arrangements')
      .where({ id: failing })
      .first<{ text: string }>(studio.database.raw('document::text as text'));
    const { text } = await refused;
    await expect(
      measureStudio(
        studio.database,
        {
          ...workHere,
          run: (name, ...input) =>
            input[0] === text ? Promise.reject(new Error('no memory')) : workHere.run(name, ...input),
        },
        studioId,
      ),
    ).rejects.toThrow('no memory');
    const pieces = await list(teacher);
    expect(pieces.map(({ figures }) => figures !== null).sort()).toEqual([false, true]);
    expect(pieces.find(({ figures }) => figures === null)!.arrangementId).toBe(failing);
  });

  test('a document with anything in it is listed, whatever the database makes of it', async () => {
    const teacher = await studio.stranger('teacher');
    const made = await create(teacher, blankScore({ title: 'Whole' }));
    const odd = {
      format: 'jocund',
      version: 1,
      score: { title: 7, capo: 'two', key: { tonic: 'H', mode: 9 }, tempoBpm: 1e300, bars: {} },
    };
    for (const document of [odd, { score: null }, [], 'text', { score: { capo: 2.6, bars: [1, 2] } }]) {
      await studio
        .database('arrangements')
        .where({ id: made.arrangementId })
        .update({ document: JSON.stringify(document) });
      await studio.database('piece_summaries').where({ arrangement_id: made.arrangementId }).delete();
      expect((await list(teacher))[0]).toMatchObject({ figures: null, trouble: null });
      await measureStudio(studio.database, workHere, await studioOf(made));
      const [told] = await list(teacher);
      expect(told!.trouble).toEqual(expect.any(String));
      expect(told!.figures).toBeNull();
    }
  });
});

describe('the repertoire page by page', () => {
  let teacher: Agent;
  const many = 1234;
  beforeAll(async () => {
    teacher = await studio.stranger('teacher');
    const easy = await create(teacher, { ...blankScore({ title: 'Étude' }), player: 'Dellie' });
    const hard = await create(teacher, { ...busy, title: 'busy day' });
    await create(teacher, blankScore({ title: 'Zither' }));
    const studio_id = await studioOf(easy);
    expect(hard.figures!.gradePoints).toBeGreaterThan(easy.figures!.gradePoints);
    // As many as a busy studio has in thirty years, made by the database.
    await studio.database.raw(
      `with made as (
         insert into pieces (studio_id) select ? from generate_series(1, ?) returning id
       ), numbered as (select id, row_number() over (order by id) as number from made)
       insert into arrangements (studio_id, piece_id, version, document, saved_by)
       select ?, numbered.id, 1, jsonb_set(a.document, '{score,title}', to_jsonb('Number ' || lpad(number::text, 4, '0'))), 'Ada'
       from numbered, arrangements a where a.id = ?`,
      [studio_id, many, studio_id, easy.arrangementId],
    );
    await teacher.patch(`/api/pieces/${(await list(teacher)).at(-1)!.id}`).send({ archived: true });
  });

  test('all are listed, more than a thousand, too', async () => {
    expect(await list(teacher)).toHaveLength(many + 3);
  });

  test('a page holds so many, in order, and every piece is on one page', async () => {
    const seen: string[] = [];
    for (let from = 0; ; from += piecesAPage) {
      const { pieces, total, onShelf } = await page(teacher, `?from=${from}`);
      expect([total, onShelf]).toEqual([many + 2, many + 2]);
      seen.push(...pieces.map(({ title }) => title));
      if (pieces.length < piecesAPage) break;
    }
    expect(seen).toHaveLength(many + 2);
    expect(new Set(seen).size).toBe(many + 2);
    expect([seen[0], seen[1], seen.at(-1)]).toEqual(['busy day', 'Étude', `Number ${many}`]);
  });

  test('each word is looked for, whatever its case; signs are signs', async () => {
    expect(titles(await page(teacher, '?search=NUMBER%200042'))).toEqual(['Number 0042']);
    expect(titles(await page(teacher, '?search=%C3%A9TUDE'))).toEqual(['Étude']);
    expect(titles(await page(teacher, '?search=etude%20standard&order=title'))).toEqual([]);
    expect((await page(teacher, '?search=dellie')).total).toBe(many + 1);
    expect(titles(await page(teacher, `?search=${encodeURIComponent("%' or 1=1 --")}`))).toEqual([]);
    expect(titles(await page(teacher, '?search=_tude'))).toEqual([]);
    expect((await page(teacher, '?search=%20%20')).total).toBe(many + 2);
  });

  test('the hardest first, the easiest first, the last saved first; those of one grade; those with something to mend', async () => {
    await measureStudio(studio.database, workHere, await studioOf((await list(teacher))[0]!));
    expect(titles(await page(teacher, '?order=hardest'))[0]).toBe('busy day');
    expect(titles(await page(teacher, '?order=easiest'))).not.toContain('busy day');
    expect(titles(await page(teacher, '?order=saved'))[0]).toMatch(/^Number/);
    const grade = Math.round(gradeScore(busy).points);
    expect(titles(await page(teacher, `?grade=${grade}`))).toEqual(['busy day']);
    expect(scoreFindings(busy).length).toBeGreaterThan(0);
    expect(titles(await page(teacher, '?open=true'))).toContain('busy day');
    expect((await page(teacher, '?open=true')).total).toBe(
      (await list(teacher)).filter(
        ({ figures, archivedAt }) => archivedAt === null && figures!.errorCount + figures!.warningCount > 0,
      ).length,
    );
  }, 180_000);

  test('what is not written to the end comes first, then what students have', async () => {
    const own = await studio.stranger('teacher');
    const whole = { ...plain, title: 'Whole' };
    const given = await create(own, { ...plain, title: 'Given' });
    await create(own, blankScore({ title: 'Begun' }));
    await create(own, whole);
    const { id } = (await own.post('/api/students').send({ name: 'Wren', note: '' }).expect(200)).body as {
      id: string;
    };
    await own
      .post(`/api/students/${id}/assignments`)
      .send({
        arrangementId: given.arrangementId,
        figureId: null,
        rung: null,
        firstBar: 1,
        lastBar: 2,
        startBpm: 60,
        goalBpm: 80,
        goalDate: null,
        note: '',
        barWords: [],
      })
      .expect(200);
    const { pieces } = await page(own, '?order=worked');
    expect(pieces.map(({ title, givenTo, figures }) => [title, givenTo, figures?.openStage.stage])).toEqual([
      ['Begun', 0, 'shapes'],
      ['Given', 1, 'ready'],
      ['Whole', 0, 'ready'],
    ]);
  });

  test('the archived shelf is a shelf of its own', async () => {
    expect(titles(await page(teacher, '?shelf=archived'))).toEqual(['Zither']);
  });

  test.each([
    'from=-1',
    'from=x',
    'grade=9',
    'order=backwards',
    'shelf=cellar',
    `search=${'x'.repeat(201)}`,
    'open=maybe',
  ])('%s is refused', async (query) => {
    await teacher.get(`/api/repertoire?${query}`).expect(400);
  });

  test('another studio’s pieces are on no page', async () => {
    const stranger = await studio.stranger('teacher');
    expect(await page(stranger, '?search=number')).toEqual({ pieces: [], total: 0, onShelf: 0 });
    const { studio_id } = await studio
      .database('users')
      .where({ name: 'A stranger' })
      .first<{ studio_id: string }>('studio_id');
    expect((await findPieces(studio.database, studio_id, askedPiecesSchema.parse({}))).onShelf).toBeDefined();
  });
});

test('saves and measuring of one piece at once do not lock each other up', async () => {
  const teacher = await studio.stranger('teacher');
  const { arrangementId: id } = await create(teacher, blankScore({ title: 'Saved 0' }));
  const { studio_id } = await studio.database('arrangements').where({ id }).first<{ studio_id: string }>();
  const saving = Array.from({ length: 12 }, async (_, at) => {
    await studio.database('piece_summaries').where({ arrangement_id: id }).delete();
    return writeVersion(studio.database, {
      studioId: studio_id,
      id,
      baseVersion: 1,
      player: '',
      documentText: JSON.stringify(asDocument(blankScore({ title: `Saved ${at + 1}` }))),
      savedBy: 'A stranger',
    });
  });
  const measuring = Array.from({ length: 12 }, () => measureStudio(studio.database, workHere, studio_id));
  const [saved] = await Promise.all([Promise.all(saving), Promise.all(measuring)]);
  expect(saved.filter((each) => each !== undefined)).toHaveLength(1);
});
