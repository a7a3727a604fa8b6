import { endpoints, mostOwnTunings } from '@jocund/contract';
import { checkTuning } from '@jocund/core/instrument';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../http/refusal.ts';
import { idOf, teacherRoute } from '../http/route.ts';
import { countTunings, dropTuning, keepTuning, listTunings } from './repository.ts';

export function tuningRoutes(database: Database): Router {
  const router = Router();

  teacherRoute(router, endpoints.listTunings, ({ who }) => listTunings(database, who.studioId));

  teacherRoute(router, endpoints.keepTuning, async ({ body, who }) => {
    const checked = checkTuning(body);
    if (!checked.ok) throw new Refusal('bad-request', checked.fault.reason, checked.fault.remedy);
    if ((await countTunings(database, who.studioId)) >= mostOwnTunings)
      throw new Refusal(
        'bad-request',
        `A studio keeps at most ${mostOwnTunings} tunings of its own`,
        'Take one away that is not used any more',
      );
    return keepTuning(database, who.studioId, body);
  });

  teacherRoute(router, endpoints.dropTuning, async ({ request, who }) => {
    if (!(await dropTuning(database, who.studioId, idOf(request, 'tuning'))))
      throw new Refusal('not-found', 'There is no such tuning in your studio', 'Look at the list again');
    return null;
  });

  return router;
}
