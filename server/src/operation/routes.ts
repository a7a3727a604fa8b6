import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { hasToken, type Metrics } from './metrics.ts';
import { readinessOf, type Readiness } from './readiness.ts';

interface OperationSettings {
  readonly METRICS_TOKEN?: string | undefined;
  readonly BACKUP_FOLDER?: string | undefined;
}

/** Anybody may ask: the database is asked for it once in so long. */
const keptMs = 1000;

/** What whoever runs a server asks of it, without signing in: is it alive, can it take work, how is it doing. */
export function operationRoutes(database: Database, metrics: Metrics, settings: OperationSettings): Router {
  const router = Router();
  router.get('/api/health', async (_request, response) => {
    await database.raw('select 1');
    response.json({ ok: true });
  });
  let asked: { readonly atMs: number; readonly answer: Promise<Readiness> } | undefined;
  router.get('/api/ready', async (_request, response) => {
    const now = Date.now();
    if (!asked || now - asked.atMs > keptMs)
      asked = { atMs: now, answer: readinessOf(database, settings.BACKUP_FOLDER) };
    const { isReady, lacks } = await asked.answer;
    response.status(isReady ? 200 : 503).json({ ok: isReady, lacks });
  });
  const { METRICS_TOKEN: token } = settings;
  if (token !== undefined)
    router.get('/api/metrics', async (request, response, next) => {
      if (!hasToken(request, token)) {
        next();
        return;
      }
      const { type, text } = await metrics.read();
      response.type(type).send(text);
    });
  return router;
}
