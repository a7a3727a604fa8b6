import { endpoints, type DemoSignIns } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { limitIn, networkOf } from '../http/limit.ts';
import { Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import { endSession } from '../http/session.ts';
import { listDoorNotes, noteAtDoor } from './door-repository.ts';
import { letIn, toldOf } from './let-in.ts';
import { passwordFits } from './password.ts';
import { endSessionNamed, listSessions } from './sessions-repository.ts';
import { findUser, findUserByEmail } from './users-repository.ts';

const quarterOfAnHour = 15 * 60;

/** Failures in a quarter of an hour: of one account from one network, of one network (a school has many people behind one address), and of one account from everywhere. */
const failuresAllowed = { accountHere: 10, network: 60, account: 100 } as const;

export interface SignInSettings {
  readonly demo: DemoSignIns | null;
  readonly publicUrl: string | null;
  readonly canMail: boolean;
  readonly passwordCost: number;
  /** Opens nothing: everybody knows it. */
  readonly closedPassword: string | undefined;
}

export function signInRoutes(
  database: Database,
  { demo, publicUrl, canMail, passwordCost, closedPassword }: SignInSettings,
): Router {
  const router = Router();
  const failures = (name: keyof typeof failuresAllowed, message: string) =>
    limitIn(database, {
      name: `sign-in-${name}`,
      allowed: failuresAllowed[name],
      seconds: quarterOfAnHour,
      message,
      remedy: 'Wait a quarter of an hour, then try again',
    });
  const limits = {
    accountHere: failures('accountHere', 'Too many sign-ins to this address have failed from here'),
    network: failures('network', 'Too many sign-ins have failed from here'),
    account: failures('account', 'Too many sign-ins to this address have failed'),
  };

  route(router, endpoints.signIn, async ({ body, request }) => {
    const network = networkOf(request.ip);
    const email = body.email.toLowerCase();
    const counted = [
      [limits.accountHere, `${network} ${email}`],
      [limits.network, network],
      [limits.account, email],
    ] as const;
    for (const [limit, whose] of counted) await limit.count(whose);
    const user = await findUserByEmail(database, email);
    const fits = await passwordFits(body.password, user?.passwordHash, passwordCost);
    if (!user || !fits || user.isClosed || body.password === closedPassword) {
      // Not waited for: the time of an answer must not tell whether there is such an account.
      if (user)
        void noteAtDoor(
          database,
          request,
          { studioId: user.studioId, userId: user.id },
          'wrong-password',
        ).catch((error: unknown) => request.log.error(error));
      throw new Refusal(
        'wrong-sign-in',
        'The e-mail address or the password is wrong',
        'Check both and try again',
      );
    }
    await Promise.all(counted.map(([limit, whose]) => limit.forgive(whose)));
    return letIn(database, request, user, 'signed-in');
  });

  route(router, endpoints.readDemoSignIns, () => Promise.resolve(demo));

  route(router, endpoints.readPublicAddress, () => Promise.resolve({ url: publicUrl, canMail }));

  route(router, endpoints.whoAmI, async ({ request }) => {
    const { who } = request.session;
    const user = who && (await findUser(database, who.studioId, who.userId));
    return user ? toldOf(user) : null;
  });

  route(router, endpoints.signOut, async ({ request, response }) => {
    await endSession(request);
    response.clearCookie('jocund');
    return null;
  });

  route(router, endpoints.listMySessions, ({ request, who }) =>
    listSessions(database, who.userId, request.sessionID),
  );
  route(router, endpoints.endMySession, async ({ request, who }) => {
    if (!(await endSessionNamed(database, who.userId, String(request.params.session))))
      throw new Refusal('not-found', 'This session has ended already', 'Nothing is left to do');
    return null;
  });
  route(router, endpoints.listDoorNotes, ({ who }) => listDoorNotes(database, who.studioId));
  return router;
}
