import { endpoints, mostGradeSayings } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../http/refusal.ts';
import { idOf, route } from '../http/route.ts';
import { dropGradeSaying, keepGradeSaying, listGradeSayings } from './repository.ts';

export function gradeSayingRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listGradeSayings, ({ who }) => listGradeSayings(database, who.studioId));

  route(router, endpoints.sayGrade, async ({ body, who }) => {
    const kept = await keepGradeSaying(database, who, body, mostGradeSayings);
    if (!kept)
      throw new Refusal(
        'bad-request',
        `A studio keeps at most ${mostGradeSayings} words on grades`,
        'Take one back that no longer holds',
      );
    return kept;
  });

  route(router, endpoints.takeBackGrade, async ({ request, who }) => {
    if (!(await dropGradeSaying(database, who.studioId, idOf(request, 'word on a grade'))))
      throw new Refusal('not-found', 'That word on a grade is not in your studio', 'Look at the list again');
    return null;
  });

  return router;
}
