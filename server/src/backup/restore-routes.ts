import { mostRestoredBytes, restorePath, restoredSchema } from '@jocund/contract';
import express, { Router, type RequestHandler } from 'express';
import type * as z from 'zod/mini';
import type { Database } from '../database/connect.ts';
import { limitIn } from '../http/limit.ts';
import { Refusal } from '../http/refusal.ts';
import { asFirstStudio, checkFirstLink } from '../sign-in/first-studio.ts';
import { BackupTrouble } from './format.ts';
import { restoreBackup } from './restore-backup.ts';

/** Tries an hour of whoever holds the link. */
const triesAllowed = 30;

/** A studio from a backup as the first one of a new Jocund, by the link the server printed. */
export function restoreRoutes(database: Database, token: string | undefined): Router {
  const router = Router();
  const limit = limitIn(database, {
    name: 'restores',
    allowed: triesAllowed,
    seconds: 3600,
    message: 'Many backups were tried within an hour',
    remedy: 'Wait an hour, or use the command',
  });
  /** Asks who it is before any bytes are read. */
  const holdersOnly: RequestHandler = async (request, _response, next) => {
    await checkFirstLink(database, token, request);
    await limit.count('first');
    next();
  };
  router.put(
    restorePath(':token'),
    holdersOnly,
    express.raw({ type: 'application/octet-stream', limit: mostRestoredBytes, inflate: false }),
    async (request, response) => {
      const bytes: unknown = request.body;
      if (!Buffer.isBuffer(bytes))
        throw new Refusal('bad-request', 'A backup comes as bytes', 'Choose the file again');
      const { name, rowCount } = await asFirstStudio(database, (transaction) =>
        restoreBackup(transaction, bytes),
      ).catch((error: unknown) => {
        if (error instanceof BackupTrouble) throw new Refusal('unreadable', error.reason, error.remedy);
        throw error;
      });
      response.json({ studio: name, rows: rowCount } satisfies z.input<typeof restoredSchema>);
    },
  );
  return router;
}
