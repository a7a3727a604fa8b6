import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { route } from '../http/route.ts';
import { measuredPieces } from './service.ts';

export function styleRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listMeasured, ({ who }) => measuredPieces(database, who.studioId));

  return router;
}
