import type { Knex } from 'knex';

/** What is given to practise may be one rung of the piece's ladder: by its plan, its id and its name. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table assignments add column rung jsonb');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table assignments drop column rung');
}
