import { endpoints, mostOwnForms } from '@jocund/contract';
import { describeFault } from '@jocund/core/fault';
import { parseForm } from '@jocund/core/form';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import { dropForm, keepForm, listForms } from './repository.ts';

export function formRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listForms, ({ who }) => listForms(database, who.studioId));

  route(router, endpoints.keepForm, async ({ body, who }) => {
    const parsed = parseForm(body.numerals);
    if (!parsed.ok)
      throw new Refusal(
        'bad-request',
        'The form cannot be read',
        describeFault(parsed.fault).replace(/\.$/, ''),
      );
    if (
      !(await inTurn(database, who.studioId, (transaction) =>
        keepForm(transaction, who.studioId, body, mostOwnForms),
      ))
    )
      throw new Refusal(
        'bad-request',
        `A studio keeps at most ${mostOwnForms} forms of its own`,
        'Take one away that is not used any more',
      );
    return null;
  });

  route(router, endpoints.dropForm, async ({ request, who }) => {
    if (!(await dropForm(database, who.studioId, String(request.params.name))))
      throw new Refusal('not-found', 'There is no such form in your studio', 'Look at the list again');
    return null;
  });

  return router;
}
