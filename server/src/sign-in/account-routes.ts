import { endpoints, type User } from '@jocund/contract';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import { idOf, memberRoute, openRoute, teacherRoute } from '../http/route.ts';
import { startSession } from '../http/session.ts';
import { endSessionsOf, findInvitation, makeInvitation, useInvitation } from './invitations-repository.ts';
import { hashPassword, passwordFits } from './password.ts';
import { findUser, setPassword } from './users-repository.ts';

/** Links an address may try in a quarter of an hour. */
const triesAllowed = 60;

const notGood = (): Refusal =>
  new Refusal(
    'not-found',
    'This link is not good, or no longer: it opens once, within seven days',
    'Ask your teacher for a new one',
  );

const tokenOf = ({ token }: Readonly<Record<string, unknown>>): string =>
  typeof token === 'string' ? token : '';

/** How students come to an account, and how anybody changes the password. */
export function accountRoutes(database: Database): Router {
  const router = Router();
  router.use(
    '/api/invitations',
    rateLimit({
      windowMs: 15 * 60 * 1000,
      limit: triesAllowed,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: () => {
        throw new Refusal(
          'too-many',
          'Too many links were tried from this address',
          'Wait a quarter of an hour',
        );
      },
    }),
  );

  teacherRoute(router, endpoints.inviteStudent, async ({ request, who }) => {
    const made = await makeInvitation(database, who, idOf(request, 'student'));
    if (!made) throw notFound('student');
    return made;
  });

  openRoute(router, endpoints.readInvitation, async ({ request }) => {
    const found = await findInvitation(database, tokenOf(request.params));
    if (!found) throw notGood();
    const { student, studio, email } = found;
    return { student, studio, email };
  });

  openRoute(router, endpoints.acceptInvitation, async ({ request, body }) => {
    const token = tokenOf(request.params);
    // Before the costly hash: a link that is not good costs nothing.
    if (!(await findInvitation(database, token))) throw notGood();
    const passwordHash = await hashPassword(body.password);
    const joined = await useInvitation(database, token, { email: body.email, passwordHash });
    if (!joined) throw notGood();
    if (joined === 'taken')
      throw new Refusal('bad-request', 'This address cannot be used here', 'Give another address of yours');
    const user = await findUser(database, joined.studioId, joined.userId);
    if (!user) throw notGood();
    const { id, studioId, role, name, email, studio } = user;
    await startSession(request, { userId: id, studioId, role, name });
    return { id, name, email, role, studio } satisfies User;
  });

  memberRoute(router, endpoints.changePassword, async ({ request, body, who }) => {
    const user = await findUser(database, who.studioId, who.userId);
    if (!user || !(await passwordFits(body.current, user.passwordHash)))
      throw new Refusal('wrong-sign-in', 'The present password is wrong', 'Type it again');
    await setPassword(database, who.studioId, who.userId, await hashPassword(body.next));
    await endSessionsOf(database, who.userId, request.sessionID);
    return null;
  });

  return router;
}
