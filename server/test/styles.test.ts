import { endpoints, type NewPlayer } from '@jocund/contract';
import { blankScore, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { openStyle, styleMeasure } from '@jocund/core/style';
import { valueOf } from '@jocund/core/testing/value-of';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const measured = async (who = teacher) =>
  endpoints.listMeasured.response.parse((await who.get('/api/styles').expect(200)).body);
const create = async (score: Score) =>
  endpoints.createPiece.response.parse(
    (
      await teacher
        .post('/api/pieces')
        .send({ score: asDocument(score) })
        .expect(200)
    ).body,
  );
const readArrangement = async (id: string) =>
  endpoints.readArrangement.response.parse((await teacher.get(`/api/arrangements/${id}`).expect(200)).body);
const players = async () =>
  endpoints.listPlayers.response.parse((await teacher.get('/api/players').expect(200)).body);
const ferris: NewPlayer = { name: 'Ferris Toll', thumbPattern: 'one-string', bassEnding: null, note: '' };
const playerOf = async (arrangementId: string) =>
  (await measured()).find((each) => each.arrangementId === arrangementId)?.playerId;

test('every piece in hand is measured, and points at its player', async () => {
  const pieces = await measured();
  const corwin = (await players()).find(({ name }) => name === 'Corwin Tulk')!;
  const his = pieces.filter(({ playerId }) => playerId === corwin.id);
  expect(his).toHaveLength(6);
  for (const { style } of his) {
    const { name, pieces: evidence } = valueOf(openStyle(style));
    expect(name).toBe('Corwin Tulk');
    expect(evidence).toHaveLength(1);
    expect(evidence[0]!.bars[0]!.get('thumb-kind')).toEqual(['one string']);
  }
  expect(await measured()).toEqual(pieces);
});

test('what is said of a player is checked, kept, and stands among what was measured', async () => {
  const corwin = (await players()).find(({ name }) => name === 'Corwin Tulk')!;
  const path = `/api/players/${corwin.id}/claims`;
  const claims = [{ trait: 'thumb-strings', value: 'string 6', often: 'mostly' }];
  await teacher.put(path).send(claims).expect(200);
  expect((await measured()).at(-1)).toEqual({
    arrangementId: corwin.id,
    playerId: corwin.id,
    style: { claims },
  });
  const twice = await teacher
    .put(path)
    .send([...claims, ...claims])
    .expect(400);
  expect(twice.body).toMatchObject({ error: { message: '“strings of the thumb” is said twice' } });
  await teacher
    .put(path)
    .send([{ trait: 'swing', value: 62, often: 'hardly' }])
    .expect(400);
  await teacher.put('/api/players/00000000-0000-4000-8000-000000000009/claims').send([]).expect(404);
  expect((await players()).find(({ id }) => id === corwin.id)?.claims).toEqual(claims);
  await teacher.put(path).send([]).expect(200);
});

test('what is measured is kept until the piece changes or is measured otherwise', async () => {
  const { arrangementId } = await create(blankScore({ title: 'Measured anew' }));
  await measured();
  const kept = () =>
    studio.database('style_evidence').where({ arrangement_id: arrangementId }).first<{
      version: number;
      measure: number;
    }>('version', 'measure');
  expect(await kept()).toEqual({ version: 1, measure: styleMeasure });
  const { score } = await readArrangement(arrangementId);
  await teacher
    .put(`/api/arrangements/${arrangementId}`)
    .send({ baseVersion: 1, score: asDocument({ ...score, tempoBpm: 61 }) })
    .expect(200);
  await measured();
  expect(await kept()).toEqual({ version: 2, measure: styleMeasure });
  await studio.database('style_evidence').update({ measure: styleMeasure - 1 });
  await measured();
  expect(await kept()).toEqual({ version: 2, measure: styleMeasure });
});

test('an archived piece tells nothing; one that cannot be read is left out', async () => {
  const before = (await measured()).length;
  const [one, other] = [
    await create(blankScore({ title: 'Put away' })),
    await create(blankScore({ title: 'Torn' })),
  ];
  await teacher.patch(`/api/pieces/${one.id}`).send({ archived: true }).expect(200);
  await studio
    .database('arrangements')
    .where({ id: other.arrangementId })
    .update({ document: '{"torn": true}' });
  expect(await measured()).toHaveLength(before);
});

test('a piece after a name nobody has is the player’s once there is one; a player renamed is renamed in the pieces', async () => {
  const { arrangementId } = await create({ ...blankScore({ title: 'After Ferris' }), player: ferris.name });
  expect(await playerOf(arrangementId)).toBeNull();
  const added = endpoints.addPlayer.response.parse(
    (await teacher.post('/api/players').send(ferris).expect(200)).body,
  );
  expect(await playerOf(arrangementId)).toBe(added.id);
  await teacher
    .put(`/api/players/${added.id}`)
    .send({ ...ferris, name: 'Ferris Tolliver' })
    .expect(200);
  const { score, version } = await readArrangement(arrangementId);
  expect([score.player, version]).toEqual(['Ferris Tolliver', 1]);
  expect(await playerOf(arrangementId)).toBe(added.id);
  await teacher
    .put(`/api/arrangements/${arrangementId}`)
    .send({ baseVersion: 1, score: asDocument({ ...score, player: '' }) })
    .expect(200);
  expect(await playerOf(arrangementId)).toBeNull();
});

test('another studio sees none of it, and a student nothing', async () => {
  expect(await measured(await studio.stranger('teacher'))).toEqual([]);
  await (await studio.stranger('student')).get('/api/styles').expect(403);
});
