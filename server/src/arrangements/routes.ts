import { endpoints } from '@jocund/contract';
import { Router, type Request } from 'express';
import * as z from 'zod/mini';
import type { Database } from '../database/connect.ts';
import type { Measuring } from '../summaries/measuring.ts';
import { notFound } from '../http/refusal.ts';
import { idOf, route } from '../http/route.ts';
import type { SignedIn } from '../http/session.ts';
import { readable } from './readable.ts';
import { readHistory } from './history.ts';
import { findRevision, nameRevision } from './repository.ts';
import { readArrangement, saveArrangement, saveBars } from './service.ts';

export function arrangementRoutes(database: Database, measuring: Measuring): Router {
  const router = Router();

  route(router, endpoints.readArrangement, ({ request, who }) =>
    readArrangement(database, who, idOf(request, 'piece')),
  );

  /** What is saved is saved: where the queue has trouble, the list asks for the figures again. */
  const measureSoon = (request: Request, { studioId }: SignedIn) =>
    measuring.soon(studioId).catch((error: unknown) => request.log.warn(error));

  route(router, endpoints.saveArrangement, async ({ body, request, who }) => {
    const saved = await saveArrangement(database, who, idOf(request, 'piece'), body);
    await measureSoon(request, who);
    return saved;
  });

  route(router, endpoints.saveBars, async ({ body, request, who }) => {
    const saved = await saveBars(database, who, idOf(request, 'piece'), body);
    await measureSoon(request, who);
    return saved;
  });

  route(router, endpoints.listRevisions, ({ request, who }) =>
    readHistory(database, who.studioId, idOf(request, 'piece'), versionIn(request.query.before)),
  );

  route(router, endpoints.readRevision, async ({ request, who }) => {
    const version = versionIn(request.params.version);
    const revision =
      version !== undefined && (await findRevision(database, who.studioId, idOf(request, 'piece'), version));
    if (!revision) throw notFound('revision');
    return readable(revision);
  });

  route(router, endpoints.nameRevision, async ({ request, body, who }) => {
    const version = versionIn(request.params.version);
    const isNamed =
      version !== undefined &&
      (await nameRevision(database, who.studioId, idOf(request, 'piece'), version, body.name));
    if (!isNamed) throw notFound('revision');
    return null;
  });

  return router;
}

/** A version in the address; undefined for anything else. */
const versionIn = (text: unknown): number | undefined =>
  z.coerce.number().check(z.int(), z.minimum(1), z.maximum(2_000_000_000)).safeParse(text).data;
