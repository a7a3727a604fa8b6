import { join } from 'node:path';
import { apiErrorSchema } from '@jocund/contract';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { readConfig } from '../src/config.ts';
import { closedPassword, demoSignIns, takeOwnDemoPassword } from '../src/demo/demo-sign-ins.ts';
import { hashPassword, passwordFits } from '../src/sign-in/password.ts';
import { demoTeacher, openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

describe('signing in', () => {
  test('the teacher gets a script-proof, same-site cookie and is known afterwards', async () => {
    const visitor = studio.visitor();
    const answer = await visitor.post('/api/session').send(demoTeacher).expect(200);
    expect(answer.body).toMatchObject({
      name: 'Ada Fenwright',
      role: 'teacher',
      studio: 'Fenwright Guitar Room',
    });
    expect(answer.body).not.toHaveProperty('passwordHash');
    expect(answer.headers['set-cookie']![0]).toMatch(/HttpOnly/i);
    expect(answer.headers['set-cookie']![0]).toMatch(/SameSite=Strict/i);
    expect((await visitor.get('/api/session').expect(200)).body).toMatchObject({ email: demoTeacher.email });
  });

  test('a visitor is nobody, and gets no cookie', async () => {
    const answer = await studio.visitor().get('/api/session').expect(200);
    expect(answer.body).toBeNull();
    expect(answer.headers['set-cookie']).toBeUndefined();
  });

  test('a wrong password and an unknown address get the same answer', async () => {
    const wrong = await studio
      .visitor()
      .post('/api/session')
      .send({ ...demoTeacher, password: 'wrong' })
      .expect(401);
    const unknown = await studio
      .visitor()
      .post('/api/session')
      .send({ email: 'nobody@fenwright.example', password: 'wrong' })
      .expect(401);
    const [first, second] = [wrong, unknown].map(({ body }) => apiErrorSchema.parse(body).error);
    expect({ ...first, request: '' }).toEqual({ ...second, request: '' });
    expect(first).toMatchObject({ code: 'wrong-sign-in' });
  });

  test('signing out ends the session on the server', async () => {
    const teacher = await studio.teacher();
    await teacher.delete('/api/session').expect(200);
    await teacher.get('/api/pieces').expect(401);
  });

  test('a request from another site’s page is refused', async () => {
    const teacher = await studio.teacher();
    const answer = await teacher
      .delete('/api/session')
      .set('origin', 'https://elsewhere.example')
      .expect(403);
    expect(apiErrorSchema.parse(answer.body).error.code).toBe('forbidden');
    await teacher.get('/api/pieces').expect(200);
  });

  describe('failures are counted in the database', () => {
    let own: TestStudio;
    beforeEach(async () => {
      own = await openTestStudio();
    });
    afterEach(() => own.close());
    const attempt = (email: string, password = 'wrong') =>
      own.visitor().post('/api/session').send({ email, password });

    test('after ten, an account has to wait, also with the right password and on another server; others do not', async () => {
      for (let count = 0; count < 10; count += 1) await attempt(demoTeacher.email).expect(401);
      const answer = await attempt(demoTeacher.email.toUpperCase(), demoTeacher.password).expect(429);
      expect(apiErrorSchema.parse(answer.body).error).toMatchObject({ code: 'too-many' });
      await own.otherServer().post('/api/session').send(demoTeacher).expect(429);
      await own.stranger('student');
    });
    test('those that come at once count, too', async () => {
      const answers = await Promise.all(
        Array.from({ length: 14 }, () => attempt('nobody@fenwright.example')),
      );
      expect(answers.filter(({ status }) => status === 401)).toHaveLength(10);
      expect(answers.filter(({ status }) => status === 429)).toHaveLength(4);
    });
    test('who signs in well is never counted', async () => {
      await attempt(demoTeacher.email, demoTeacher.password).expect(200);
      expect(await own.database('tries').pluck('points')).toEqual([0, 0, 0]);
    });
  });

  test('a password that everybody knows opens nothing where others can ask; one of the owner’s own takes its place', async () => {
    const known = demoTeacher.password;
    const config = readConfig({
      DATABASE_URL: 'postgres://here',
      SESSION_SECRET: 'x'.repeat(32),
      HOST: '0.0.0.0',
      DEMO_FOLDER: join(import.meta.dirname, '../../demo'),
      DEMO_PASSWORD: known,
      DEMO_OWN_PASSWORD: 'of the owner’s own',
    });
    expect(closedPassword(config)).toBe(known);
    expect(closedPassword({ ...config, HOST: '127.0.0.1' })).toBeUndefined();
    expect(closedPassword({ ...config, HOST: '127.0.0.1', BEHIND_TLS_PROXY: true })).toBe(known);
    const open = await openTestStudio({ over: { closedPassword: known } });
    const attempt = (password: string) =>
      open.visitor().post('/api/session').send({ email: demoTeacher.email, password });
    try {
      const answer = await attempt(known).expect(401);
      expect(apiErrorSchema.parse(answer.body).error.code).toBe('wrong-sign-in');
      await takeOwnDemoPassword(open.database, config, 10);
      await attempt(known).expect(401);
      await attempt('of the owner’s own').expect(200);
      expect(await demoSignIns(open.database, { ...config, HOST: '127.0.0.1' })).toBeUndefined();
    } finally {
      await open.close();
    }
  });

  test('the demo’s sign-ins are told only where the server was given them', async () => {
    expect((await studio.visitor().get('/api/demo-sign-ins').expect(200)).body).toBeNull();
  });
});

test('a print says what it cost; one from before it did costs the usual', async () => {
  const cheap = await hashPassword('a long password', 10);
  expect(cheap).toMatch(/^scrypt\$10\$/);
  expect(await passwordFits('a long password', cheap)).toBe(true);
  const usual = await hashPassword('a long password');
  expect(usual).toMatch(/^scrypt\$17\$/);
  expect(await passwordFits('a long password', usual.replace('$17$', '$'))).toBe(true);
  expect(await passwordFits('a long passwort', usual.replace('$17$', '$'))).toBe(false);
});

test('passwords are stored salted, and only the right one fits', async () => {
  const [once, twice] = await Promise.all([hashPassword('a long password'), hashPassword('a long password')]);
  expect(once).not.toBe(twice);
  expect(once).not.toContain('long');
  expect(await passwordFits('a long password', once)).toBe(true);
  expect(await passwordFits('a long passwort', once)).toBe(false);
  expect(await passwordFits('', undefined)).toBe(false);
});

test('every answer carries the security headers', async () => {
  const { headers } = await studio.visitor().get('/api/health').expect(200);
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
});
