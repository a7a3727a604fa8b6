import { access, constants, statfs } from 'node:fs/promises';
import { setTimeout } from 'node:timers/promises';
import type { Database } from '../database/connect.ts';
import { newestMigration } from '../database/migrations/index.ts';

/** One thing a server needs to take work: undefined where it has it, else one sentence. */
type Lack = string | undefined;

export interface Readiness {
  readonly isReady: boolean;
  /** What is missing, a sentence each; empty where nothing is. */
  readonly lacks: readonly string[];
}

/** Fewer free bytes where backups are written are told. */
const leastFreeBytes = 200 * 1024 * 1024;

/** Whether work can be taken: the database can be written, its tables are those of this code, and a backup has room. */
export async function readinessOf(database: Database, backupFolder: string | undefined): Promise<Readiness> {
  const lacks = await Promise.all([
    lackOfDatabase(database),
    ...(backupFolder === undefined ? [] : [lackOfRoom(backupFolder)]),
  ]);
  const told = lacks.filter((lack) => lack !== undefined);
  return { isReady: told.length === 0, lacks: told };
}

/** A database that does not answer for so long cannot be worked with. */
const longestWaitMs = 3000;
const unwritable = 'The database cannot be written.';

const lackOfDatabase = (database: Database): Promise<Lack> =>
  Promise.race([
    lackOfTables(database),
    setTimeout(longestWaitMs, 'The database does not answer.', { ref: false }),
  ]);

async function lackOfTables(database: Database): Promise<Lack> {
  try {
    const newest = await database('migrations')
      .orderBy('id', 'desc')
      .first<{ name: string } | undefined>('name');
    if (newest?.name !== newestMigration)
      return 'The tables are those of another Jocund: start this one anew, or the newer one.';
    // A table that is gone with the transaction: refused on a copy that can only be read, and on a full disk.
    await database.transaction((transaction) =>
      transaction.raw('create temporary table ready_probe on commit drop as select 1 as written'),
    );
    return undefined;
  } catch {
    return unwritable;
  }
}

async function lackOfRoom(folder: string): Promise<Lack> {
  try {
    await access(folder, constants.W_OK);
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize < leastFreeBytes
      ? 'There is little room left where backups are written.'
      : undefined;
  } catch {
    return 'The folder for backups cannot be written.';
  }
}
