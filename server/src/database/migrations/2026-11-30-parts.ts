import type { Knex } from 'knex';

/** A pass may have gone through some bars only. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table practice_marks add column first_bar integer, add column last_bar integer');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table practice_marks drop column first_bar, drop column last_bar');
}
