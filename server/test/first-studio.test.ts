import { afterAll, beforeAll, expect, test } from 'vitest';
import { loggedAddress } from '../src/http/logged-address.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

const firstToken = 'a-token-of-this-test';
const first = { studio: 'Loft', name: 'Ida', email: 'Ida@example.org', password: 'ten and more characters' };
let empty: TestStudio;
beforeAll(async () => {
  empty = await openTestStudio({ isEmpty: true, firstToken });
});
afterAll(() => empty.close());

test('a new Jocund: the link makes one studio with its teacher, whoever comes at once', async () => {
  const path = `/api/first-studio/${firstToken}`;
  await empty.visitor().get('/api/first-studio/another').expect(404);
  await empty.visitor().post('/api/first-studio/another').send(first).expect(404);
  await empty.visitor().get(path).expect(200);
  await empty
    .visitor()
    .post(path)
    .send({ ...first, password: 'short' })
    .expect(400);
  await empty
    .visitor()
    .post(path)
    .send({ ...first, studio: ' ' })
    .expect(400);
  const both = [empty.visitor(), empty.visitor()];
  const answers = await Promise.all(both.map((visitor) => visitor.post(path).send(first)));
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 404]);
  const made = both[answers.findIndex(({ status }) => status === 200)]!;
  expect((await made.get('/api/session').expect(200)).body).toMatchObject({
    name: 'Ida',
    email: 'ida@example.org',
    role: 'teacher',
    studio: 'Loft',
  });
  expect((await made.get('/api/pieces').expect(200)).body).toEqual([]);
  await empty.visitor().get(path).expect(404);
  await empty.visitor().post(path).send(first).expect(404);
});

test('where there is a studio, no link is good', async () => {
  const studio = await openTestStudio();
  try {
    for (const token of ['undefined', '', 'x'])
      await studio.visitor().get(`/api/first-studio/${token}`).expect(404);
  } finally {
    await studio.close();
  }
});

test('the log does not have what a link opens', () => {
  expect(loggedAddress('/api/invitations/abc?x=1')).toBe('/api/invitations/…?x=1');
  expect(loggedAddress('/api/first-studio/abc')).toBe('/api/first-studio/…');
  expect(loggedAddress('/api/pieces/abc')).toBe('/api/pieces/abc');
});
