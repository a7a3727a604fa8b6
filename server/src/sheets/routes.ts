import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { Refusal } from '../http/refusal.ts';
import { teacherFileRoute } from '../http/route.ts';
import { printSheet } from './print-sheet.ts';

/** Sheets an address may have printed in a minute: printing is the heaviest thing the server does. */
const sheetsAllowed = 30;

export function sheetRoutes(): Router {
  const router = Router();
  const limit = rateLimit({
    windowMs: 60 * 1000,
    limit: sheetsAllowed,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(
        'too-many',
        'Too many sheets were asked for at once',
        'Wait a minute, then try again',
      );
    },
  });
  router.post(endpoints.printSheet.path, limit);
  teacherFileRoute(router, endpoints.printSheet, ({ body }) => printSheet(body, body));
  return router;
}
