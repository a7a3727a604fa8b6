import type { Knex } from 'knex';

/** What a teacher says to single bars of what is given. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`alter table assignments add column bar_words jsonb not null default '[]'`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table assignments drop column bar_words');
}
