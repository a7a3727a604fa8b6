import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { notFound } from '../http/refusal.ts';
import { idOf, memberRoute, teacherRoute } from '../http/route.ts';
import { listPlayers, listStudents, readDraftKey, readHand, setHand, setStudentHand } from './repository.ts';

export function peopleRoutes(database: Database): Router {
  const router = Router();
  teacherRoute(router, endpoints.listPlayers, ({ who }) => listPlayers(database, who.studioId));
  teacherRoute(router, endpoints.listStudents, ({ who }) => listStudents(database, who.studioId));
  teacherRoute(router, endpoints.setStudentHand, async ({ request, body, who }) => {
    const student = await setStudentHand(database, who.studioId, idOf(request, 'student'), body);
    if (!student) throw notFound('student');
    return student;
  });
  memberRoute(router, endpoints.readMyHand, ({ who }) => readHand(database, who.studioId, who.userId));
  memberRoute(router, endpoints.readDraftKey, async ({ who }) => ({
    key: await readDraftKey(database, who.studioId, who.userId),
  }));
  memberRoute(router, endpoints.setMyHand, async ({ body, who }) => {
    await setHand(database, who.studioId, who.userId, body);
    return body;
  });
  return router;
}
