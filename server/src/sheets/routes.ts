import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { limitIn } from '../http/limit.ts';
import { Refusal } from '../http/refusal.ts';
import { fileRoute } from '../http/route.ts';
import type { Workers } from '../workers/workers.ts';

/** Sheets one person may have printed in a minute: printing is the heaviest thing the server does. */
const sheetsAllowed = 30;

export function sheetRoutes(database: Database, workers: Workers): Router {
  const router = Router();
  const limit = limitIn(database, {
    name: 'sheets',
    allowed: sheetsAllowed,
    seconds: 60,
    message: 'Too many sheets were asked for at once',
    remedy: 'Wait a minute, then try again',
  });
  for (const which of ['printSheet', 'printSheets'] as const)
    fileRoute(router, endpoints[which], async ({ body, who }) => {
      await limit.count(who.userId);
      const answer = await workers.run('printAsked', which, body);
      if ('file' in answer) return answer.file;
      const { code, message, remedy } = answer.refused;
      throw new Refusal(code, message, remedy);
    });
  return router;
}
