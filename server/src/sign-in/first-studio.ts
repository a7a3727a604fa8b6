import { randomBytes, timingSafeEqual } from 'node:crypto';
import { endpoints } from '@jocund/contract';
import { Router, type Request } from 'express';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import { letIn } from './let-in.ts';
import { hashPassword } from './password.ts';
import { findUser } from './users-repository.ts';

/** Held while the first studio is made, so that there are never two first ones. */
const firstStudioLock = 7_403_117;

/** Where no studio is yet: what opens the page that makes the first one. Else undefined. */
export async function firstStudioToken(database: Database): Promise<string | undefined> {
  const studio = await database('studios').first<{ id: string } | undefined>('id');
  return studio ? undefined : randomBytes(24).toString('base64url');
}

const notGood = (): Refusal =>
  new Refusal(
    'not-found',
    'This link is not good, or no longer: it makes the first studio of a new Jocund, once',
    'Start Jocund again for a new one, or sign in',
  );

const isGood = ({ params }: Request, token: string | undefined): boolean => {
  const given = Buffer.from(String(params.token));
  const wanted = Buffer.from(token ?? '');
  return token !== undefined && given.length === wanted.length && timingSafeEqual(given, wanted);
};

/** Refuses a link that is not the one that was printed, or that made its studio. */
export async function checkFirstLink(
  database: Database,
  token: string | undefined,
  request: Request,
): Promise<void> {
  if (!isGood(request, token) || (await database('studios').first('id'))) throw notGood();
}

/** Makes the first studio in a way of its own, one after the other; refused once there is one. */
export const asFirstStudio = async <Made>(
  database: Database,
  make: (transaction: Database) => Promise<Made>,
): Promise<Made> =>
  database.transaction(async (transaction) => {
    await transaction.raw('select pg_advisory_xact_lock(?)', [firstStudioLock]);
    if (await transaction('studios').first('id')) throw notGood();
    return make(transaction);
  });

/** The first studio and its teacher are made by whoever started the server, and holds the link it printed. */
export function firstStudioRoutes(
  database: Database,
  token: string | undefined,
  passwordCost: number,
): Router {
  const router = Router();

  route(router, endpoints.readFirstLink, async ({ request }) => {
    await checkFirstLink(database, token, request);
    return null;
  });

  route(router, endpoints.makeFirstStudio, async ({ request, body }) => {
    await checkFirstLink(database, token, request);
    const passwordHash = await hashPassword(body.password, passwordCost);
    const made = await asFirstStudio(
      database,
      async (transaction): Promise<{ readonly id: string; readonly studioId: string }> => {
        const [studio] = await transaction('studios')
          .insert({ name: body.studio })
          .returning<{ id: string }[]>('id');
        if (!studio) throw new Error('the first studio was not stored');
        const [row] = await transaction('users')
          .insert({
            studio_id: studio.id,
            email: body.email.toLowerCase(),
            name: body.name,
            role: 'teacher',
            password_hash: passwordHash,
          })
          .returning<{ id: string }[]>('id');
        if (!row) throw new Error('the first teacher was not stored');
        return { id: row.id, studioId: studio.id };
      },
    );
    const user = await findUser(database, made.studioId, made.id);
    if (!user) throw notGood();
    return letIn(database, request, user, 'by-link');
  });
  return router;
}
