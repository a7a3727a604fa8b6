import { afterAll, beforeAll, expect, test } from 'vitest';
import { restorePath } from '@jocund/contract';
import { writeBackup } from '../src/backup/write-backup.ts';
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

test('a studio comes back from a backup by the link, as it was; what is none is refused and changes nothing', async () => {
  const studio = await openTestStudio();
  const other = await openTestStudio({ isEmpty: true, firstToken });
  try {
    const chunks: Uint8Array[] = [];
    const { id } = await studio.database('studios').first<{ id: string }>('id');
    for await (const chunk of writeBackup(studio.database, id)) chunks.push(chunk);
    const backup = Buffer.concat(chunks);
    const put = (token: string, bytes: Buffer) =>
      other.visitor().put(restorePath(token)).type('application/octet-stream').send(bytes);
    await put('another', backup).expect(404);
    const none = await put(firstToken, Buffer.from('no zip at all')).expect(422);
    expect(none.body).toMatchObject({
      error: { message: 'The file is no zip, or not whole', remedy: 'Use another backup' },
    });
    await other.visitor().get(`/api/first-studio/${firstToken}`).expect(200);
    const answers = await Promise.all([put(firstToken, backup), put(firstToken, backup)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 404]);
    const { name } = await studio.database('studios').first<{ name: string }>('name');
    expect(answers.find(({ status }) => status === 200)!.body).toMatchObject({ studio: name });
    // Everybody signs in as before.
    const teacher = await other.teacher();
    expect((await teacher.get('/api/pieces').expect(200)).body).toHaveLength(
      ((await (await studio.teacher()).get('/api/pieces').expect(200)).body as object[]).length,
    );
    await put(firstToken, backup).expect(404);
  } finally {
    await studio.close();
    await other.close();
  }
});

test('the log does not have what a link opens', () => {
  expect(loggedAddress('/api/invitations/abc?x=1')).toBe('/api/invitations/…?x=1');
  expect(loggedAddress('/api/first-studio/abc')).toBe('/api/first-studio/…');
  expect(loggedAddress('/api/first-studio/abc/backup')).toBe('/api/first-studio/…/backup');
  expect(loggedAddress('/api/pieces/abc')).toBe('/api/pieces/abc');
});
