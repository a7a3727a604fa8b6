import { gzipSync } from 'node:zlib';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { isServed } from '../src/http/served-hosts.ts';
import { demoTeacher, openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

describe('what a client did wrong is told as the client’s, and the server goes on', () => {
  test.each([
    '/api/pieces/%zz',
    '/api/students/%E0%A4%A/practice',
    '/api/%00',
    '/api/arrangements/%00',
    '/api/taught/%zz',
    '/%zz',
  ])('address %s', async (path) => {
    const { status } = await teacher.get(path);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
  });
  const post = (body: string | Buffer, headers: Readonly<Record<string, string>>) =>
    teacher
      .post('/api/students')
      .set({ 'content-type': 'application/json', ...headers })
      .send(body);
  test.each([
    ['a body that says it is packed and is not', () => post('{}', { 'content-encoding': 'gzip' })],
    [
      'a body packed twice as it says',
      () => post(gzipSync('{').subarray(0, 12), { 'content-encoding': 'gzip' }),
    ],
    ['an unknown way of packing', () => post('{}', { 'content-encoding': 'zst9' })],
    ['an unknown alphabet', () => post('{}', { 'content-type': 'application/json; charset=klingon' })],
    ['a NUL in a name', () => post(JSON.stringify({ name: 'a\u0000b', note: '' }), {})],
    ['half a JSON', () => post('{"name":', {})],
    ['a number for a word', () => post('{"name": 7}', {})],
    ['one of no end', () => post('[1e999]', {})],
  ])('%s', async (_, ask) => {
    const answer = await ask();
    expect([200, 400, 413, 415]).toContain(answer.status);
  });
  test('a bar as short as no clock counts', async () => {
    const [piece] = (await teacher.get('/api/pieces').expect(200)).body as { arrangementId: string }[];
    const read = await teacher.get(`/api/arrangements/${piece!.arrangementId}`).expect(200);
    const { version, score } = read.body as { version: number; score: { score: object } };
    for (const over of [
      { tempoBpm: 1e-308 },
      { scaleMm: 1e-308 },
      { swingPercent: 1e308 },
      { title: 'a\u0000b' },
      { title: '\ud800' },
      { tuning: { name: 'Up', pitches: ['E9999', 'A2', 'D3', 'G3', 'B3', 'E4'] } },
    ]) {
      const answer = await teacher
        .put(`/api/arrangements/${piece!.arrangementId}`)
        .send({ version, score: { ...score, score: { ...score.score, ...over } } });
      expect([Object.keys(over), answer.status < 500]).toEqual([Object.keys(over), true]);
    }
  });
});

describe('under which names it is served', () => {
  const local = { listensAt: '127.0.0.1', publicUrl: undefined, behindProxy: false };
  const known = { listensAt: '0.0.0.0', publicUrl: 'https://studio.example', behindProxy: false };
  test.each([
    ['127.0.0.1:4173', local, true],
    ['localhost:4173', local, true],
    ['[::1]:4173', local, true],
    ['evil.example', local, false],
    ['127.0.0.1.evil.example', local, false],
    ['192.168.1.7:4173', local, false],
    ['studio.example', { ...local, publicUrl: 'https://studio.example' }, true],
    ['studio.example:8443', known, true],
    ['192.168.1.7:4173', known, true],
    ['evil.example', known, false],
    ['', known, false],
    // Who listens to the network without a public address cannot know the names.
    ['guitar.lan', { ...known, publicUrl: undefined }, true],
    ['guitar.lan', { ...local, behindProxy: true }, true],
    ['evil.example', { ...known, behindProxy: true }, false],
  ])('%s', (host, hosts, served) => expect(isServed(host, hosts)).toBe(served));
  test('another name gets nothing, not even a way in', async () => {
    const evil = studio.visitor();
    await evil.get('/api/session').set('host', 'evil.example').expect(403);
    await evil
      .post('/api/session')
      .set({ host: 'evil.example', origin: 'http://evil.example' })
      .send(demoTeacher)
      .expect(403);
  });
  test('pages may use the microphone and keep the screen awake, and nothing else of the browser', async () => {
    const { headers } = await teacher.get('/api/session').expect(200);
    expect(headers['permissions-policy']).toContain('microphone=(self)');
    expect(headers['permissions-policy']).toContain('camera=()');
  });
});
