import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { idOf, route } from '../http/route.ts';
import { followRung, keepRung, letRungGo, readRungs } from './service.ts';

export function rungRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listKeptRungs, ({ request, who }) =>
    readRungs(database, who, idOf(request, 'piece')),
  );

  route(router, endpoints.keepRung, ({ body, who }) => keepRung(database, who, body));

  route(router, endpoints.followRung, ({ body, request, who }) =>
    followRung(database, who, idOf(request, 'rung'), body),
  );

  route(router, endpoints.dropRung, async ({ request, who }) => {
    await letRungGo(database, who, idOf(request, 'rung'));
    return null;
  });

  return router;
}
