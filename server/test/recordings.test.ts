import { randomUUID } from 'node:crypto';
import {
  endpoints,
  mostRecordingBytes,
  mostRecordings,
  recordingPartBytes,
  recordingPartPath,
  recordingSoundPath,
  type RecordingSummary,
} from '@jocund/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { deleteUnfinishedBefore } from '../src/recordings/repository.ts';
import { soundKindOf } from '../src/recordings/sound-kind.ts';
import { asBytes, partOf, sendPart, sentRecording, wavLike } from './sent-recording.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
let arrangementId: string;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());
beforeEach(async () => {
  await studio.database('recordings').delete();
  arrangementId = (await studio.database('arrangements').first<{ id: string }>('id')).id;
});

const listed = async (agent: Agent = teacher): Promise<RecordingSummary[]> =>
  endpoints.listRecordings.response.parse(
    (await agent.get(`/api/arrangements/${arrangementId}/recordings`).expect(200)).body,
  );
const announce = (over: object = {}) =>
  teacher
    .post(`/api/arrangements/${arrangementId}/recordings`)
    .send({ id: randomUUID(), name: 'kitchen, June', bytes: 1000, ...over });
const announced = async (bytes: number): Promise<RecordingSummary> =>
  (await announce({ bytes }).expect(200)).body as RecordingSummary;
const partsThere = () => studio.database('recording_parts').count<{ count: string }[]>();

describe('a recording on its way', () => {
  const length = 2 * recordingPartBytes + 77;
  const bytes = wavLike(length);

  test('comes in parts in any order, is resumed where it broke off, and is the same then', async () => {
    const { id } = await announced(length);
    expect((await listed())[0]).toMatchObject({ id, bytes: length, missing: [0, 1, 2] });
    await sendPart(teacher, id, 2, partOf(bytes, 2)).expect(200);
    await sendPart(teacher, id, 0, partOf(bytes, 0)).expect(200);
    await teacher.get(recordingSoundPath(id)).expect(404);
    // After a broken connection the same is announced again.
    const again = await announce({ id, bytes: length }).expect(200);
    expect((again.body as RecordingSummary).missing).toEqual([1]);
    const last = await sendPart(teacher, id, 1, partOf(bytes, 1)).expect(200);
    expect((last.body as RecordingSummary).missing).toEqual([]);
    const sound = await teacher.get(recordingSoundPath(id)).buffer().parse(asBytes).expect(200);
    expect(bytes.equals(sound.body as Buffer)).toBe(true);
    expect(sound.headers).toMatchObject({ 'content-type': 'audio/wav', 'accept-ranges': 'bytes' });
  });

  test('refuses parts that are cut off, too long, not of it, or not bytes', async () => {
    const { id } = await announced(length);
    await sendPart(teacher, id, 1, partOf(bytes, 1).subarray(1)).expect(400);
    await sendPart(teacher, id, 2, partOf(bytes, 1)).expect(400);
    await sendPart(teacher, id, 0, bytes).expect(413);
    await sendPart(teacher, id, 3, partOf(bytes, 2)).expect(400);
    await sendPart(teacher, id, -1, partOf(bytes, 2)).expect(400);
    await teacher.put(recordingPartPath(id, 'two')).type('application/octet-stream').send('x').expect(400);
    await teacher.put(recordingPartPath(id, 0)).send({ part: 0 }).expect(400);
    await sendPart(teacher, randomUUID(), 0, partOf(bytes, 0)).expect(404);
    expect(await partsThere()).toEqual([{ count: '0' }]);
  });

  test('that is no sound file is refused at its first part', async () => {
    const { id } = await announced(20);
    const refused = await sendPart(teacher, id, 0, Buffer.from('<!doctype html><html')).expect(400);
    expect(refused.body).toMatchObject({
      error: { message: 'This is no sound file that a browser can play' },
    });
    // Nothing of it stays, to be sent the rest of.
    expect(await listed()).toEqual([]);
  });

  test('that never comes whole leaves nothing behind; one that is whole stays', async () => {
    const half = await announced(length);
    await sendPart(teacher, half.id, 0, partOf(bytes, 0)).expect(200);
    const whole = await sentRecording(teacher, arrangementId, 500);
    const [{ studio_id: studioId } = { studio_id: '' }] = await studio
      .database('recordings')
      .select<{ studio_id: string }[]>('studio_id');
    await deleteUnfinishedBefore(studio.database, studioId, new Date(Date.now() + 1000));
    expect((await listed()).map(({ id }) => id)).toEqual([whole.id]);
    expect(await partsThere()).toEqual([{ count: '1' }]);
  });

  test('is refused where it is too large, or empty, or one too many', async () => {
    await announce({ bytes: mostRecordingBytes + 1 }).expect(400);
    await announce({ bytes: 0 }).expect(400);
    await announce({ name: '' }).expect(400);
    await teacher
      .post(`/api/arrangements/${randomUUID()}/recordings`)
      .send({ id: randomUUID(), name: 'x', bytes: 10 })
      .expect(404);
    for (let count = 0; count < 5; count += 1) await announce({ bytes: mostRecordingBytes }).expect(200);
    const refused = await announce({ bytes: mostRecordingBytes }).expect(429);
    expect(refused.body).toMatchObject({ error: { code: 'too-many' } });
    for (let count = 5; count < mostRecordings; count += 1) await announce().expect(200);
    await announce().expect(429);
  });
});

describe('a recording that is there', () => {
  test('is read by ranges', async () => {
    const { id, bytes } = await sentRecording(teacher, arrangementId, recordingPartBytes + 100);
    const asked = async (range: string, status: number) =>
      teacher.get(recordingSoundPath(id)).set('range', range).buffer().parse(asBytes).expect(status);
    const middle = await asked(`bytes=${recordingPartBytes - 10}-${recordingPartBytes + 9}`, 206);
    expect(
      bytes.subarray(recordingPartBytes - 10, recordingPartBytes + 10).equals(middle.body as Buffer),
    ).toBe(true);
    expect(middle.headers['content-range']).toBe(
      `bytes ${recordingPartBytes - 10}-${recordingPartBytes + 9}/${bytes.length}`,
    );
    const end = await asked('bytes=-5', 206);
    expect(bytes.subarray(-5).equals(end.body as Buffer)).toBe(true);
    await asked(`bytes=${bytes.length}-`, 416);
    expect(((await asked('bytes=0-1,9-9', 200)).body as Buffer).length).toBe(bytes.length);
  });

  test('keeps what is written to it; a stale writing is refused with what stands', async () => {
    const { id } = await sentRecording(teacher, arrangementId, 100);
    const listening = {
      marks: [{ id: 'a', atS: 3.5, words: 'reach to fret 5' }],
      loops: [{ id: 'b', name: 'turn', fromS: 5, toS: 11 }],
      beats: [0.4, 1, 1.62],
      firstBeat: 1,
    };
    const write = (version: number, over: object = {}) =>
      teacher.put(`/api/recordings/${id}/listening`).send({ version, listening: { ...listening, ...over } });
    await write(1).expect(200);
    expect((await listed())[0]).toMatchObject({ version: 2, listening });
    const refused = await write(1, { marks: [] }).expect(409);
    expect(refused.body).toMatchObject({ error: { code: 'stale' }, current: { version: 2, listening } });
    await write(2, { beats: ['x'] }).expect(400);
    await write(2, { marks: [{ id: 'a', atS: -1, words: 'x' }] }).expect(400);
    await teacher
      .put(`/api/recordings/${randomUUID()}/listening`)
      .send({ version: 1, listening })
      .expect(404);
  });

  test('goes for good, with its sound', async () => {
    const { id } = await sentRecording(teacher, arrangementId, 100);
    await teacher.delete(`/api/recordings/${id}`).expect(200);
    await teacher.delete(`/api/recordings/${id}`).expect(404);
    await teacher.get(recordingSoundPath(id)).expect(404);
    expect(await partsThere()).toEqual([{ count: '0' }]);
  });

  test('is nobody’s but its studio’s', async () => {
    const { id, bytes } = await sentRecording(teacher, arrangementId, 100);
    const stranger = await studio.stranger('teacher');
    await stranger.get(recordingSoundPath(id)).expect(404);
    await sendPart(stranger, id, 0, bytes).expect(404);
    await stranger.delete(`/api/recordings/${id}`).expect(404);
    expect(await listed(stranger)).toEqual([]);
    expect(await listed()).toHaveLength(1);
  });
});

test.each([
  ['RIFF....WAVE', 'audio/wav'],
  ['OggS', 'audio/ogg'],
  ['fLaC', 'audio/flac'],
  ['....ftypM4A ', 'audio/mp4'],
  ['FORM....AIFF', 'audio/aiff'],
  ['ID3', 'audio/mpeg'],
  ['\xff\xfb\x90', 'audio/mpeg'],
  ['\x1aE\xdf\xa3', 'audio/webm'],
  ['RIFF....AVI ', undefined],
  ['MThd', undefined],
  ['\xff\xd8\xff', undefined],
  ['', undefined],
])('%j begins %s', (beginning, type) => {
  expect(soundKindOf(Buffer.from(beginning, 'latin1'))).toBe(type);
});
