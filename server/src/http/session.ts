import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { LRUCache } from 'lru-cache';
import type { Pool } from 'pg';
import type { User } from '@jocund/contract';
import { browserOf } from './browser-of.ts';
import { Refusal } from './refusal.ts';

/** Who is signed in, as the session keeps it. */
export interface SignedIn {
  readonly userId: string;
  readonly studioId: string;
  readonly role: User['role'];
  readonly name: string;
}

declare module 'express-session' {
  interface SessionData {
    who?: SignedIn;
    /** When it began, and in which browser. */
    since?: string;
    browser?: string;
  }
}

/** A session ends when nothing was asked for so long: two weeks. */
export const sessionLifeMs = 14 * 24 * 3600 * 1000;

export interface SessionSettings {
  readonly secret: string;
  readonly pool: Pool;
  readonly secureCookie: boolean;
}

/** Sessions in PostgreSQL behind a same-site, script-proof cookie. Nothing is stored before sign-in. */
export function sessions({ secret, pool, secureCookie }: SessionSettings): {
  handler: RequestHandler;
  close: () => Promise<void>;
} {
  const Store = connectPgSimple(session);
  const store = new Store({ pool, tableName: 'sessions', pruneSessionInterval: 3600 });
  readWithPerson(store, pool);
  touchNowAndThen(store);
  const handler = session({
    name: 'jocund',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure: secureCookie, maxAge: sessionLifeMs },
  });
  const close = () => {
    store.close();
    return Promise.resolve();
  };
  return { handler, close };
}

interface KeptSession {
  readonly sess: session.SessionData;
  /** Null where the person is gone, or the way in is closed. */
  readonly role: User['role'] | null;
  readonly studio_id: string;
  readonly name: string;
}

/** A session is read together with its person as that person stands now: who is removed, or is something else, is so at the next request. */
function readWithPerson(store: session.Store, pool: Pool): void {
  store.get = (sid, done) => {
    pool
      .query<KeptSession>({
        name: 'session',
        text: `select s.sess, u.role, u.studio_id, u.name from sessions s
         left join users u on u.id = (s.sess -> 'who' ->> 'userId')::uuid and u.closed_at is null
         where s.sid = $1 and s.expire > now()`,
        values: [sid],
      })
      .then(
        ({ rows: [row] }) => done(null, row && withPerson(row)),
        (error: unknown) => done(error),
      );
  };
}

function withPerson({ sess, role, studio_id, name }: KeptSession): session.SessionData {
  const { who, ...others } = sess;
  return who && role ? { ...others, who: { userId: who.userId, role, studioId: studio_id, name } } : others;
}

/** A session's end is put off at most so often: each time it is written to the disk. */
const touchedEveryMs = 10 * 60 * 1000;
/** Of so many sessions this server remembers when it last put off their end. */
const mostRemembered = 10_000;

/** Sessions end two weeks after the last request, to ten minutes. */
function touchNowAndThen(store: session.Store): void {
  const touch = store.touch?.bind(store);
  if (!touch) return;
  const touched = new LRUCache<string, true>({ max: mostRemembered, ttl: touchedEveryMs });
  store.touch = (sid, data, done) => {
    if (touched.has(sid)) {
      done?.();
      return;
    }
    touched.set(sid, true);
    touch(sid, data, done);
  };
}

export function signedIn(request: Request): SignedIn {
  const { who } = request.session;
  if (!who)
    throw new Refusal(
      'not-signed-in',
      'You are not signed in',
      'Sign in; what you wrote is kept in this browser',
    );
  return who;
}

/** A fresh session id at sign-in, so that an id planted earlier is worth nothing. */
export async function startSession(request: Request, who: SignedIn): Promise<void> {
  await promised((done) => request.session.regenerate(done));
  request.session.who = who;
  request.session.since = new Date().toISOString();
  request.session.browser = browserOf(request);
}

export const endSession = (request: Request): Promise<void> =>
  promised((done) => request.session.destroy(done));

const promised = (call: (done: (error: unknown) => void) => void): Promise<void> =>
  new Promise((resolve, reject) => {
    call((error) => {
      if (error) reject(error instanceof Error ? error : new Error(JSON.stringify(error)));
      else resolve();
    });
  });
