import { endpoints, mostOwnPatterns } from '@jocund/contract';
import { findPattern } from '@jocund/core/thumb';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import { countPatterns, dropPattern, keepPattern, listPatterns } from './repository.ts';

export function thumbPatternRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listPatterns, ({ who }) => listPatterns(database, who.studioId));

  route(router, endpoints.keepPattern, async ({ body, who }) => {
    if (findPattern(body.id) ?? findPattern(body.name))
      throw new Refusal('bad-request', `“${body.name}” is a pattern that ships`, 'Choose another name');
    return inTurn(database, who.studioId, async (transaction) => {
      if ((await countPatterns(transaction, who.studioId)) >= mostOwnPatterns)
        throw new Refusal(
          'bad-request',
          `A studio keeps at most ${mostOwnPatterns} patterns of its own`,
          'Take one away that is not used any more',
        );
      return keepPattern(transaction, who.studioId, body);
    });
  });

  route(router, endpoints.dropPattern, async ({ request, who }) => {
    if (!(await dropPattern(database, who.studioId, String(request.params.id))))
      throw new Refusal('not-found', 'There is no such pattern in your studio', 'Look at the list again');
    return null;
  });

  return router;
}
