import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { route } from '../http/route.ts';
import { listDrills, logDrill } from './repository.ts';

/** A person's own ear drills: teachers and students alike, each sees only their own. */
export function earDrillRoutes(database: Database): Router {
  const router = Router();
  route(router, endpoints.listDrills, ({ who }) => listDrills(database, who));
  route(router, endpoints.logDrill, ({ body, who }) => logDrill(database, who, body));
  return router;
}
