import { bundleFilePath, endpoints, type Bundle } from '@jocund/contract';
import { readMidi } from '@jocund/core/formats/midi';
import { readMusicXml } from '@jocund/core/formats/musicxml';
import { asDocument } from '@jocund/core/score/document';
import { inventedScore } from '@jocund/core/testing/invented';
import { strFromU8, unzipSync } from 'fflate';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio({ packs: true });
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const score = inventedScore();
const thumbAlone = inventedScore({
  bars: score.bars.map((bar) => ({ ...bar, notes: bar.notes.filter(({ voice }) => voice === 'thumb') })),
});
const look = {
  paper: 'a4',
  inks: 'both',
  student: '',
  leftHanded: false,
  staff: false,
  call: 'strings',
  holds: { comments: false, grips: false, practice: false, tuning: false, song: false, large: false },
  names: 'english',
};
const asked = (over: object = {}) => ({
  title: 'Tin: the ladder?',
  look,
  hand: { size: 'medium', thumbOver: false },
  sound: false,
  studies: [
    { name: 'Thumb / alone', score: asDocument(thumbAlone) },
    { name: 'Whole', score: asDocument(score), grade: 3 },
  ],
  ...over,
});
const make = async (over: object = {}) =>
  endpoints.makeBundle.response.parse(
    (await teacher.post('/api/bundles').send(asked(over)).expect(200)).body,
  );
const bundles = async (agent: Agent = teacher): Promise<Bundle[]> =>
  endpoints.listBundles.response.parse((await agent.get('/api/bundles').expect(200)).body);
const stateOf = async (id: string) => (await bundles()).find((each) => each.id === id)?.state;
const patience = { timeout: 240_000, interval: 200 };
const finished = async (id: string) => {
  await expect.poll(() => stateOf(id), patience).toBe('done');
  const answer = await teacher
    .get(bundleFilePath(id))
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  return { answer, files: unzipSync(answer.body as Uint8Array) };
};

describe('studies packed into one zip', () => {
  test('a folder for each, with its sheet and notes that read back', async () => {
    const { answer, files } = await finished((await make()).id);
    expect(answer.headers['content-disposition']).toContain('Tin the ladder.zip');
    expect(Object.keys(files).sort()).toEqual(
      ['1 Thumb alone', '2 Whole'].flatMap((folder) =>
        ['notes.mid', 'notes.musicxml', 'sheet.pdf'].map((file) => `${folder}/${file}`),
      ),
    );
    expect(strFromU8(files['2 Whole/sheet.pdf']!.slice(0, 5))).toBe('%PDF-');
    const xml = readMusicXml(strFromU8(files['2 Whole/notes.musicxml']!));
    expect(xml).toMatchObject({ ok: true });
    expect(readMidi(files['2 Whole/notes.mid']!)).toMatchObject({ ok: true });
  }, 300_000);
  test('with sound: slow and full, each voice alone only where there are two', async () => {
    const bundle = await make({ sound: true });
    expect(bundle.files).toBe(3 + 2 + 3 + 4);
    const { files } = await finished(bundle.id);
    const [thumb, whole] = ['1 Thumb alone', '2 Whole'].map((folder) =>
      Object.keys(files)
        .filter((name) => name.startsWith(folder) && name.endsWith('.wav'))
        .map((name) => name.split('/')[1])
        .sort(),
    );
    expect(thumb).toEqual(['full tempo.wav', 'slow.wav']);
    expect(whole).toEqual(['full tempo.wav', 'slow.wav', 'thumb alone.wav', 'tune alone.wav']);
    const seconds = (name: string) => (files[`2 Whole/${name}`]!.length - 44) / 2 / 22_050 - 1.5;
    expect(seconds('slow.wav') / seconds('full tempo.wav')).toBeCloseTo(1 / 0.6, 2);
  }, 300_000);
  test('given up, nothing is left of it, and the next one is made', async () => {
    const long = inventedScore({ bars: Array.from({ length: 60 }, (_, bar) => score.bars[bar % 2]!) });
    const { id } = await make({ sound: true, studies: [{ name: 'Long', score: asDocument(long) }] });
    await expect.poll(() => stateOf(id), patience).toBe('working');
    await teacher.delete(`/api/bundles/${id}`).expect(200);
    expect(await stateOf(id)).toBeUndefined();
    expect(await studio.database('bundle_parts').where({ bundle_id: id })).toEqual([]);
    await finished((await make()).id);
    expect(await studio.database('bundle_parts').where({ bundle_id: id })).toEqual([]);
  }, 300_000);
});

describe('what is refused', () => {
  test.each([
    ['no studies', { studies: [] }],
    ['too many', { studies: Array.from({ length: 25 }, () => asked().studies[0]) }],
    ['no title', { title: '' }],
    ['a hand that is none', { hand: { size: 'huge', thumbOver: false } }],
  ])('%s', async (_, over) => {
    await teacher.post('/api/bundles').send(asked(over)).expect(400);
  });
  test('another studio’s, a student, nobody signed in', async () => {
    const { id } = await make();
    const stranger = await studio.stranger('teacher');
    await stranger.get(bundleFilePath(id)).expect(404);
    await stranger.delete(`/api/bundles/${id}`).expect(404);
    expect(await bundles(stranger)).toEqual([]);
    const student = await studio.stranger('student');
    await student.get(bundleFilePath(id)).expect(403);
    await student.post('/api/bundles').send(asked()).expect(403);
    await studio.visitor().get(bundleFilePath(id)).expect(401);
    await teacher.delete(`/api/bundles/${id}`).expect(200);
    await teacher.get(bundleFilePath('not-an-id')).expect(404);
  });
  test('a fourth while three are unfinished, until one is removed', async () => {
    for (const { id } of await bundles()) await teacher.delete(`/api/bundles/${id}`);
    const row = { title: 'Waiting', files: 3, request: '{}' };
    const [known] = await studio
      .database('users')
      .where({ role: 'teacher' })
      .select<{ studio_id: string }[]>('studio_id');
    await studio
      .database('bundles')
      .insert([row, row, row].map((each) => ({ ...each, studio_id: known!.studio_id })));
    const refused = await teacher.post('/api/bundles').send(asked()).expect(429);
    expect(refused.body).toMatchObject({
      error: {
        message: '3 bundles are being packed already',
        remedy: 'Wait until one is done, or remove one',
      },
    });
    await teacher.delete(`/api/bundles/${(await bundles())[0]!.id}`).expect(200);
    await make();
  });
  test('what was asked for and can no longer be read fails, and says so', async () => {
    for (const { id } of await bundles()) await teacher.delete(`/api/bundles/${id}`);
    const [known] = await studio
      .database('users')
      .where({ role: 'teacher' })
      .select<{ studio_id: string }[]>('studio_id');
    const [row] = await studio
      .database('bundles')
      .insert({ title: 'Old', files: 3, request: '{}', studio_id: known!.studio_id })
      .returning<{ id: string }[]>('id');
    await studio.pack(row!.id);
    await expect.poll(() => stateOf(row!.id), patience).toBe('failed');
    expect((await bundles())[0]?.failure).toContain('Pack it again');
  }, 300_000);
  test('of what was made more than a day ago nothing is kept', async () => {
    for (const { id } of await bundles()) await teacher.delete(`/api/bundles/${id}`);
    const { id } = await make();
    await finished(id);
    await studio
      .database('bundles')
      .where({ id })
      .update({ made_at: new Date(Date.now() - 25 * 3_600_000) });
    await make();
    expect(await stateOf(id)).toBeUndefined();
  }, 300_000);
});

test('a server that ends hands what it was packing to the next', async () => {
  const first = await openTestStudio({ packs: true });
  try {
    const agent = await first.teacher();
    const long = inventedScore({ bars: Array.from({ length: 16 }, (_, bar) => score.bars[bar % 2]!) });
    const answer = await agent
      .post('/api/bundles')
      .send(asked({ sound: true, studies: [{ name: 'Long', score: asDocument(long) }] }))
      .expect(200);
    const { id } = endpoints.makeBundle.response.parse(answer.body);
    const state = async () => (await bundles(agent)).find((each) => each.id === id)?.state;
    await expect.poll(state, patience).toBe('working');
    await first.restartQueue();
    await expect.poll(state, patience).toBe('done');
  } finally {
    await first.close();
  }
}, 300_000);
