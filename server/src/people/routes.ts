import { endpoints } from '@jocund/contract';
import { checkClaims } from '@jocund/core/style';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import { idOf, route } from '../http/route.ts';
import { deletePerson, personalData } from './personal-data.ts';
import {
  insertPlayer,
  insertStudent,
  listPlayers,
  listStudents,
  readDraftKey,
  readHand,
  setClaims,
  setHand,
  setStudentHand,
  updatePlayer,
  updateStudent,
} from './repository.ts';

export function peopleRoutes(database: Database): Router {
  const router = Router();
  route(router, endpoints.listPlayers, ({ who }) => listPlayers(database, who.studioId));
  route(router, endpoints.listStudents, ({ who }) => listStudents(database, who.studioId));
  route(router, endpoints.addPlayer, ({ body, who }) => insertPlayer(database, who.studioId, body));
  for (const endpoint of [endpoints.changePlayer, endpoints.archivePlayer])
    route(router, endpoint, async ({ request, body, who }) => {
      const player = await updatePlayer(database, who.studioId, idOf(request, 'player'), body);
      if (!player) throw notFound('player');
      return player;
    });
  route(router, endpoints.claimOfPlayer, async ({ request, body, who }) => {
    const claims = checkClaims(body);
    if (!claims.ok) throw new Refusal('bad-request', claims.fault.reason, claims.fault.remedy);
    const player = await setClaims(database, who.studioId, idOf(request, 'player'), body);
    if (!player) throw notFound('player');
    return player;
  });
  route(router, endpoints.addStudent, ({ body, who }) => insertStudent(database, who.studioId, body));
  for (const endpoint of [endpoints.changeStudent, endpoints.archiveStudent])
    route(router, endpoint, async ({ request, body, who }) => {
      const student = await updateStudent(database, who.studioId, idOf(request, 'student'), body);
      if (!student) throw notFound('student');
      return student;
    });
  route(router, endpoints.readPerson, async ({ request, who }) => {
    const data = await personalData(database, who.studioId, idOf(request, 'student'));
    if (!data) throw notFound('student');
    return data;
  });
  route(router, endpoints.deleteStudent, async ({ request, who }) => {
    if (!(await deletePerson(database, who.studioId, idOf(request, 'student'))))
      throw new Refusal(
        'not-found',
        'There is no archived student of that name in your studio',
        'Archive the student first',
      );
    return null;
  });
  route(router, endpoints.setStudentHand, async ({ request, body, who }) => {
    const student = await setStudentHand(database, who.studioId, idOf(request, 'student'), body);
    if (!student) throw notFound('student');
    return student;
  });
  route(router, endpoints.readMyHand, ({ who }) => readHand(database, who.studioId, who.userId));
  route(router, endpoints.readDraftKey, async ({ who }) => ({
    key: await readDraftKey(database, who.studioId, who.userId),
  }));
  route(router, endpoints.setMyHand, async ({ body, who }) => {
    await setHand(database, who.studioId, who.userId, body);
    return body;
  });
  return router;
}
