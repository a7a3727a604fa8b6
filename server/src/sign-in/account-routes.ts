import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { limitIn, networkOf } from '../http/limit.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import { idOf, route } from '../http/route.ts';
import { noteAtDoor } from './door-repository.ts';
import { findInvitation, makeInvitation, useInvitation, type Invitee } from './invitations-repository.ts';
import { letIn } from './let-in.ts';
import { hashPassword, passwordFits } from './password.ts';
import { endSessionsOf } from './sessions-repository.ts';
import { listTeachers, setClosed } from './teachers-repository.ts';
import { findUser, setPassword } from './users-repository.ts';

/** Links that may be tried from one network in a quarter of an hour, and present passwords by one person. */
const triesAllowed = { links: 60, passwords: 10 } as const;

const notGood = (): Refusal =>
  new Refusal(
    'not-found',
    'This link is not good, or no longer: it opens once, within seven days',
    'Ask whoever gave it to you for a new one',
  );

const tokenOf = ({ token }: Readonly<Record<string, unknown>>): string =>
  typeof token === 'string' ? token : '';

/** How people come to an account, how a teacher's way in is closed, and how anybody changes the password. */
export function accountRoutes(database: Database, passwordCost: number): Router {
  const router = Router();
  const links = limitIn(database, {
    name: 'links',
    allowed: triesAllowed.links,
    seconds: 15 * 60,
    message: 'Too many links were tried from this address',
    remedy: 'Wait a quarter of an hour',
  });
  const passwords = limitIn(database, {
    name: 'passwords',
    allowed: triesAllowed.passwords,
    seconds: 15 * 60,
    message: 'The present password was wrong too often',
    remedy: 'Wait a quarter of an hour',
  });

  const invite = async (who: { studioId: string; name: string }, whom: Invitee, what: string) => {
    const made = await makeInvitation(database, who, whom);
    if (!made) throw notFound(what);
    return made;
  };
  route(router, endpoints.inviteStudent, ({ request, who }) =>
    invite(who, { studentId: idOf(request, 'student') }, 'student'),
  );
  route(router, endpoints.listTeachers, ({ who }) => listTeachers(database, who.studioId));
  route(router, endpoints.inviteTeacher, ({ body, who }) =>
    invite(who, { teacherName: body.name }, 'teacher'),
  );
  route(router, endpoints.renewTeacher, ({ request, who }) =>
    invite(who, { userId: idOf(request, 'teacher') }, 'teacher'),
  );
  route(router, endpoints.closeTeacher, async ({ request, body, who }) => {
    const id = idOf(request, 'teacher');
    if (id === who.userId)
      throw new Refusal(
        'bad-request',
        'You cannot close your own way in',
        'Let another teacher of the studio do it',
      );
    const teacher = await setClosed(database, who.studioId, id, body.closed);
    if (!teacher) throw notFound('teacher');
    return teacher;
  });

  route(router, endpoints.readInvitation, async ({ request }) => {
    await links.count(networkOf(request.ip));
    const found = await findInvitation(database, tokenOf(request.params));
    if (!found) throw notGood();
    return found;
  });

  route(router, endpoints.acceptInvitation, async ({ request, body }) => {
    await links.count(networkOf(request.ip));
    const token = tokenOf(request.params);
    // Before the costly hash: a link that is not good costs nothing.
    if (!(await findInvitation(database, token))) throw notGood();
    const passwordHash = await hashPassword(body.password, passwordCost);
    const joined = await useInvitation(database, token, { email: body.email, passwordHash });
    if (!joined) throw notGood();
    if (joined === 'taken')
      throw new Refusal('bad-request', 'This address cannot be used here', 'Give another address of yours');
    if (joined === 'too-many')
      throw new Refusal(
        'bad-request',
        'This studio has as many teachers as it can have',
        'Ask whoever sent you the link',
      );
    const user = await findUser(database, joined.studioId, joined.userId);
    if (!user) throw notGood();
    return letIn(database, request, user, 'by-link');
  });

  route(router, endpoints.changePassword, async ({ request, body, who }) => {
    await passwords.count(who.userId);
    const user = await findUser(database, who.studioId, who.userId);
    if (!user || !(await passwordFits(body.current, user.passwordHash)))
      throw new Refusal('wrong-sign-in', 'The present password is wrong', 'Type it again');
    await passwords.forgive(who.userId);
    await setPassword(database, who.studioId, who.userId, await hashPassword(body.next, passwordCost));
    await endSessionsOf(database, who.userId, request.sessionID);
    await noteAtDoor(database, request, who, 'password-changed');
    return null;
  });

  return router;
}
