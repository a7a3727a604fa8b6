import { endpoints, mostFigures } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import { countOtherFigures, dropFigure, keepFigure, listFigures } from './repository.ts';

export function figureRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listFigures, ({ who }) => listFigures(database, who.studioId));

  route(router, endpoints.keepFigure, async ({ body, who }) => {
    await inTurn(database, who.studioId, async (transaction) => {
      if ((await countOtherFigures(transaction, who.studioId, body.id)) >= mostFigures)
        throw new Refusal(
          'bad-request',
          `A drawer holds at most ${mostFigures} figures`,
          'Take one out that is not used any more',
        );
      await keepFigure(transaction, who.studioId, body);
    });
    return null;
  });

  route(router, endpoints.dropFigure, async ({ request, who }) => {
    if (!(await dropFigure(database, who.studioId, String(request.params.id))))
      throw new Refusal('not-found', 'There is no such figure in your drawer', 'Look at the list again');
    return null;
  });

  return router;
}
