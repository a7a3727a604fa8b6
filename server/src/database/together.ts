import type { Knex } from 'knex';
import type { Database } from './connect.ts';

/** A time as a row has it, or as JSON has it. */
export type Time = Date | string;

export const isoOf = (time: Time): string => new Date(time).toISOString();

/**
 * The rows of several queries, asked in one statement: the way to the database and back costs more than a small query. They are as JSON
 * has them: a time is a string, a whole number of eight bytes a number. By its name, of queries that are always the same but for their
 * values, the statement is planned once on each connection: to plan it takes longer than to answer it.
 */
export async function together<Rows extends Readonly<Record<string, object>>>(
  database: Database,
  name: string,
  queries: { readonly [Name in keyof Rows]: Knex.QueryBuilder | Knex.Raw },
): Promise<{ readonly [Name in keyof Rows]: readonly Rows[Name][] }> {
  const asked = Object.entries<Knex.QueryBuilder | Knex.Raw>(queries);
  const { rows } = await database
    .raw<{ rows: { readonly [Name in keyof Rows]: Rows[Name][] }[] }>(
      `select ${asked.map(() => `(select coalesce(json_agg(each), '[]') from (?) each) as ??`).join(', ')}`,
      asked.flatMap(([part, query]) => [query, part]),
    )
    .options({ name });
  const [answer] = rows;
  if (!answer) throw new Error('the database gave no row');
  return answer;
}
