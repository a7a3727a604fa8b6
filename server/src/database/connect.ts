import { availableParallelism } from 'node:os';
import knex, { type Knex } from 'knex';
import { migrationNames, migrations } from './migrations/index.ts';

export type Database = Knex;

/**
 * Two for each processor, as a database on the same machine works at quickest: more of them keep each other waiting (PostgreSQL wiki,
 * Number Of Database Connections). One may be held for minutes, by a backup.
 */
const mostConnections = Math.min(20, Math.max(4, 2 * availableParallelism()));

/** Opens a pool on a PostgreSQL server. Nothing is sent until the first query. */
export const connect = (url: string): Database =>
  knex({
    client: 'pg',
    connection: url,
    pool: { min: 0, max: mostConnections },
    migrations: { migrationSource: migrations, tableName: 'migrations' },
  });

/**
 * Brings the tables up to the newest migration. Safe to run from several servers at once. Throws one sentence where the tables are
 * those of a newer Jocund.
 */
export async function migrate(database: Database): Promise<void> {
  await refuseNewer(database);
  await database.migrate.latest();
}

async function refuseNewer(database: Database): Promise<void> {
  if (!(await database.schema.hasTable('migrations'))) return;
  const rows = await database('migrations')
    .whereNotIn('name', [...migrationNames])
    .select<{ name: string }[]>('name');
  if (rows.length > 0)
    throw new Error(
      'The database is that of a newer Jocund: start the newer one, or put back a backup from before the upgrade into another database.',
    );
}
