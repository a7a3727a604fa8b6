import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { createApp } from '../src/app.ts';
import { readConfig } from '../src/config.ts';
import { loadDemo } from '../src/demo/load-demo.ts';
import { demoTeacher, openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

describe('settings', () => {
  const enough = { DATABASE_URL: 'postgresql://somewhere/jocund', SESSION_SECRET: 'x'.repeat(32) };
  test('the usual values', () =>
    expect(readConfig(enough)).toMatchObject({ PORT: 4173, HOST: '127.0.0.1', BEHIND_TLS_PROXY: false }));
  test('the public address goes without its last stroke', () =>
    expect(readConfig({ ...enough, PUBLIC_URL: 'https://strings.example/' }).PUBLIC_URL).toBe(
      'https://strings.example',
    ));
  test.each([
    ['DATABASE_URL', { SESSION_SECRET: enough.SESSION_SECRET }],
    ['DATABASE_URL', { ...enough, DATABASE_URL: 'mysql://somewhere' }],
    ['SESSION_SECRET', { ...enough, SESSION_SECRET: 'short' }],
    ['PORT', { ...enough, PORT: 'many' }],
  ])('what is missing or wrong is named: %s', (name, environment) =>
    expect(() => readConfig(environment)).toThrow(name),
  );
});

describe('the page', () => {
  const folder = mkdtempSync(join(tmpdir(), 'jocund-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>The page</title>');
  writeFileSync(join(folder, 'assets/app-1a2b.js'), 'export {};');
  writeFileSync(join(folder, 'assets/notes.worker-1a2b.js'), 'export {};');
  const pool = new pg.Pool({ connectionString: 'postgresql://127.0.0.1:1/none' });
  const opened = () =>
    createApp({
      database: studio.database,
      pool,
      SESSION_SECRET: 'x'.repeat(32),
      WEB_FOLDER: folder,
      log: pino({ level: 'silent' }),
      HOST: '127.0.0.1',
      BEHIND_TLS_PROXY: false,
    });

  test('is served at any address of the application, and asked for every time', async () => {
    const { app, close } = opened();
    for (const path of ['/', '/repertoire', '/bench/some-id/melody']) {
      const answer = await request(app).get(path).expect(200);
      expect(answer.text).toContain('The page');
      expect(answer.headers['cache-control']).toBe('no-cache');
    }
    await close();
  });
  test('files with a hash in their name are kept for good; a missing one is not the page', async () => {
    const { app, close } = opened();
    expect((await request(app).get('/assets/app-1a2b.js').expect(200)).headers['cache-control']).toContain(
      'immutable',
    );
    expect((await request(app).get('/assets/app-old.js')).status).toBe(404);
    expect((await request(app).get('/assets/../index.html')).text).not.toContain('export');
    await close();
  });

  test('the worker that hears notes may run WebAssembly; no page and no other file may', async () => {
    const { app, close } = opened();
    const scriptsOf = async (path: string) =>
      /script-src ([^;]+)/.exec(
        String((await request(app).get(path)).headers['content-security-policy']),
      )?.[1];
    expect(await scriptsOf('/assets/notes.worker-1a2b.js')).toBe("'self' 'wasm-unsafe-eval'");
    for (const path of ['/', '/assets/app-1a2b.js', '/assets/x/notes.worker-1a2b.js', '/api/session'])
      expect(await scriptsOf(path)).toBe("'self'");
    await close();
  });
});

test('sessions outlive the server that made them', async () => {
  const teacher = await studio.teacher();
  const [row] = await studio.database('sessions').select<{ sess: { who: { name: string } } }[]>('sess');
  expect(row!.sess.who.name).toBe('Ada Fenwright');
  await teacher.get('/api/pieces').expect(200);
});

test('the demo is loaded once, into an empty database only', async () => {
  const count = async () =>
    Number((await studio.database('studios').count<{ count: string }[]>('id'))[0]!.count);
  const before = await count();
  await loadDemo(studio.database, '/nowhere', demoTeacher.password);
  expect(await count()).toBe(before);
});

test('answers of the API are not kept by caches', async () => {
  const teacher = await studio.teacher();
  expect((await teacher.get('/api/pieces').expect(200)).headers['cache-control']).toBe('no-store');
});
