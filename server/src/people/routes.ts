import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { teacherRoute } from '../http/route.ts';
import { listPlayers, listStudents } from './repository.ts';

export function peopleRoutes(database: Database): Router {
  const router = Router();
  teacherRoute(router, endpoints.listPlayers, ({ who }) => listPlayers(database, who.studioId));
  teacherRoute(router, endpoints.listStudents, ({ who }) => listStudents(database, who.studioId));
  return router;
}
