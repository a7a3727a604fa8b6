import { endpoints, mostOwnTunings } from '@jocund/contract';
import { checkTuning } from '@jocund/core/instrument';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { Refusal } from '../http/refusal.ts';
import { idOf, route } from '../http/route.ts';
import { countOtherTunings, dropTuning, keepTuning, listTunings } from './repository.ts';

export function tuningRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listTunings, ({ who }) => listTunings(database, who.studioId));

  route(router, endpoints.keepTuning, async ({ body, who }) => {
    const checked = checkTuning(body);
    if (!checked.ok) throw new Refusal('bad-request', checked.fault.reason, checked.fault.remedy);
    return inTurn(database, who.studioId, async (transaction) => {
      if ((await countOtherTunings(transaction, who.studioId, body.name)) >= mostOwnTunings)
        throw new Refusal(
          'bad-request',
          `A studio keeps at most ${mostOwnTunings} tunings of its own`,
          'Take one away that is not used any more',
        );
      return keepTuning(transaction, who.studioId, body);
    });
  });

  route(router, endpoints.dropTuning, async ({ request, who }) => {
    if (!(await dropTuning(database, who.studioId, idOf(request, 'tuning'))))
      throw new Refusal('not-found', 'There is no such tuning in your studio', 'Look at the list again');
    return null;
  });

  return router;
}
