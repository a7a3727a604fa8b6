import knex, { type Knex } from 'knex';
import { migrations } from './migrations/index.ts';

export type Database = Knex;

/** Opens a pool on a PostgreSQL server. Nothing is sent until the first query. */
export const connect = (url: string): Database =>
  knex({
    client: 'pg',
    connection: url,
    pool: { min: 0, max: 10 },
    migrations: { migrationSource: migrations, tableName: 'migrations' },
  });

/** Brings the tables up to the newest migration. Safe to run from several servers at once. */
export const migrate = async (database: Database): Promise<void> => {
  await database.migrate.latest();
};
