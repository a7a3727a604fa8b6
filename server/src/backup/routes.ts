import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { backupPath } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { limitIn } from '../http/limit.ts';
import { teacherAsking } from '../http/route.ts';
import { writeBackup } from './write-backup.ts';

/** Backups a studio may take away in an hour. */
const backupsAllowed = 12;

export function backupRoutes(database: Database): Router {
  const router = Router();
  const limit = limitIn(database, {
    name: 'backups',
    allowed: backupsAllowed,
    seconds: 3600,
    message: 'Many backups were made within an hour',
    remedy: 'Use the last one, or wait an hour',
  });
  router.get(backupPath, async (request, response) => {
    const { studioId } = teacherAsking(request);
    await limit.count(studioId);
    response.attachment(`jocund-${new Date().toISOString().slice(0, 10)}.zip`).type('application/zip');
    await pipeline(Readable.from(writeBackup(database, studioId)), response);
  });
  return router;
}
