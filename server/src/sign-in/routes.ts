import { endpoints, type User } from '@jocund/contract';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../http/refusal.ts';
import { openRoute } from '../http/route.ts';
import { endSession, startSession } from '../http/session.ts';
import { passwordFits } from './password.ts';
import { findUser, findUserByEmail, type StoredUser } from './users-repository.ts';

/** Failed sign-ins an address may make in a quarter of an hour. */
const failedSignInsAllowed = 10;

export function signInRoutes(database: Database): Router {
  const router = Router();
  const limit = rateLimit({
    windowMs: 15 * 60 * 1000,
    limit: failedSignInsAllowed,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(
        'too-many',
        'Too many sign-ins have failed from this address',
        'Wait a quarter of an hour, then try again',
      );
    },
  });
  router.post(endpoints.signIn.path, limit);

  openRoute(router, endpoints.signIn, async ({ body, request }) => {
    const user = await findUserByEmail(database, body.email);
    if (!(await passwordFits(body.password, user?.passwordHash)) || !user) {
      throw new Refusal(
        'wrong-sign-in',
        'The e-mail address or the password is wrong',
        'Check both and try again',
      );
    }
    await startSession(request, {
      userId: user.id,
      studioId: user.studioId,
      role: user.role,
      name: user.name,
    });
    return toUser(user);
  });

  openRoute(router, endpoints.whoAmI, async ({ request }) => {
    const { who } = request.session;
    const user = who && (await findUser(database, who.studioId, who.userId));
    return user ? toUser(user) : null;
  });

  openRoute(router, endpoints.signOut, async ({ request, response }) => {
    await endSession(request);
    response.clearCookie('jocund');
    return null;
  });

  return router;
}

const toUser = ({ id, name, email, role, studio }: StoredUser): User => ({ id, name, email, role, studio });
