import type { Knex } from 'knex';

/** What is said of a player without a piece that shows it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table players add column claims jsonb not null default '[]'`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table players drop column claims');
}
