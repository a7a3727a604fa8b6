import type { Knex } from 'knex';

/** Days on which a weekly lesson falls out, or is moved to another day. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table lessons add column changes jsonb not null default '[]'`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table lessons drop column changes');
}
