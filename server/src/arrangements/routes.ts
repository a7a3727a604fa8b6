import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import { z } from 'zod';
import type { Database } from '../database/connect.ts';
import { notFound } from '../http/refusal.ts';
import { idOf, teacherRoute } from '../http/route.ts';
import { readable } from './readable.ts';
import { findRevision, listRevisions } from './repository.ts';
import { readArrangement, saveArrangement } from './service.ts';

export function arrangementRoutes(database: Database): Router {
  const router = Router();

  teacherRoute(router, endpoints.readArrangement, ({ request, who }) =>
    readArrangement(database, who, idOf(request, 'piece')),
  );

  teacherRoute(router, endpoints.saveArrangement, ({ body, request, who }) =>
    saveArrangement(database, who, idOf(request, 'piece'), body),
  );

  teacherRoute(router, endpoints.listRevisions, ({ request, who }) =>
    listRevisions(database, who.studioId, idOf(request, 'piece')),
  );

  teacherRoute(router, endpoints.readRevision, async ({ request, who }) => {
    const version = z.coerce.number().int().min(1).max(2_000_000_000).safeParse(request.params.version);
    const revision =
      version.success && (await findRevision(database, who.studioId, idOf(request, 'piece'), version.data));
    if (!revision) throw notFound('revision');
    return readable(revision);
  });

  return router;
}
