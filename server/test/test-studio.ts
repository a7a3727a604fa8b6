import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import type { Express } from 'express';
import pg from 'pg';
import { pino } from 'pino';
import request, { type Agent } from 'supertest';
import { createApp, type AppSettings } from '../src/app.ts';
import type PgBoss from 'pg-boss';
import { startBundleQueue, type BundleQueue } from '../src/bundles/queue.ts';
import { startQueue, stopQueue } from '../src/database/queue.ts';
import { connect, migrate, type Database } from '../src/database/connect.ts';
import { loadDemo } from '../src/demo/load-demo.ts';
import { hashPassword } from '../src/sign-in/password.ts';

const adminUrl = process.env.TEST_DATABASE_URL;

/** The application over a real database of its own, with the demo studio in it. */
export interface TestStudio {
  readonly app: Express;
  readonly database: Database;
  readonly url: string;
  /** A browser that is not signed in. */
  readonly visitor: () => Agent;
  /** A browser at another server over the same database. */
  readonly otherServer: () => Agent;
  /** A browser signed in as the demo teacher. */
  readonly teacher: () => Promise<Agent>;
  /** Another studio with one user of the given role, and a browser signed in as that user. */
  readonly stranger: (role: 'teacher' | 'student') => Promise<Agent>;
  /** Puts a bundle on the queue. */
  readonly pack: (bundleId: string) => Promise<void>;
  /** Ends what packs bundles, as a server does that is stopped, and starts another. */
  readonly restartQueue: () => Promise<void>;
  readonly close: () => Promise<void>;
}

export const demoTeacher = { email: 'ada@fenwright.example', password: 'only for this test' };

/** `packs`: with a queue that packs bundles, which takes a second to start. `isEmpty`: without any studio. */
export async function openTestStudio({
  packs = false,
  isEmpty = false,
  firstToken,
  over = {},
}: {
  readonly packs?: boolean;
  readonly isEmpty?: boolean;
  readonly firstToken?: string;
  readonly over?: Partial<AppSettings>;
} = {}): Promise<TestStudio> {
  if (!adminUrl) throw new Error('TEST_DATABASE_URL is not set: run the tests with npm test');
  const name = `test_${randomBytes(6).toString('hex')}`;
  await onServer(async (client) => {
    // One at a time: whoever is first makes the demo studio, and a database that is copied may have no visitors.
    await client.query('select pg_advisory_lock($1)', [templateLock]);
    await makeTemplate(client);
    await client.query(`create database ${name}${isEmpty ? '' : ` template ${template}`}`);
  });
  const url = urlOf(name);
  const database = connect(url);
  if (isEmpty) await migrate(database);
  const pool = new pg.Pool({ connectionString: url, max: 3 });
  let queue: PgBoss | undefined;
  let bundles: BundleQueue | undefined;
  const startPacking = async () => {
    queue = await startQueue(pool, pino({ level: 'silent' }));
    bundles = await startBundleQueue(database, queue);
  };
  const endPacking = async () => {
    bundles?.close();
    if (queue) await stopQueue(queue);
  };
  if (packs) await startPacking();
  const settings: AppSettings = {
    database,
    pool,
    bundles,
    firstToken,
    SESSION_SECRET: randomBytes(32).toString('hex'),
    passwordCost: testCost,
    log: pino({ level: 'silent' }),
    BEHIND_TLS_PROXY: false,
    HOST: '127.0.0.1',
    ...over,
  };
  const { app, close } = createApp(settings);
  const others: ReturnType<typeof createApp>[] = [];

  const signedIn = async (email: string, password: string) => {
    const agent = request.agent(app);
    await agent.post('/api/session').send({ email, password }).expect(200);
    return agent;
  };

  return {
    app,
    database,
    url,
    visitor: () => request.agent(app),
    otherServer: () => {
      const other = createApp(settings);
      others.push(other);
      return request.agent(other.app);
    },
    teacher: () => signedIn(demoTeacher.email, demoTeacher.password),
    stranger: async (role) => {
      const [studio] = await database('studios')
        .insert({ name: 'Elsewhere' })
        .returning<{ id: string }[]>('id');
      const email = `${randomBytes(4).toString('hex')}@elsewhere.example`;
      await database('users').insert({
        studio_id: studio!.id,
        email,
        name: 'A stranger',
        role,
        password_hash: await hashPassword('a long password', testCost),
      });
      return signedIn(email, 'a long password');
    },
    pack: async (bundleId) => bundles?.add(bundleId),
    restartQueue: async () => {
      await endPacking();
      await startPacking();
    },
    close: async () => {
      await endPacking();
      await Promise.all([close(), ...others.map((other) => other.close())]);
      await Promise.all([database.destroy(), pool.end()]);
      await onServer((client) => client.query(`drop database ${name} with (force)`));
    },
  };
}

/** A password's print in a test: not safe, but quick. The usual cost has a test of its own. */
const testCost = 10;

/** The demo studio, made once for all tests and copied for each. */
const template = 'test_demo_studio';
const templateLock = 7_403_115;

const urlOf = (name: string): string => (adminUrl ?? '').replace(/\/[^/]*$/, `/${name}`);

/** Makes the template where it is missing; under another name first, so that a half-made one is never copied. */
async function makeTemplate(client: pg.Client): Promise<void> {
  const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [template]);
  if (rowCount) return;
  const making = `${template}_making`;
  await client.query(`drop database if exists ${making} with (force)`);
  await client.query(`create database ${making}`);
  const database = connect(urlOf(making));
  await migrate(database);
  await loadDemo(database, join(import.meta.dirname, '../../demo'), demoTeacher.password, testCost);
  await database.destroy();
  await client.query(`alter database ${making} rename to ${template}`);
}

async function onServer(act: (client: pg.Client) => Promise<unknown>): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl });
  await client.connect();
  try {
    await act(client);
  } finally {
    await client.end();
  }
}
