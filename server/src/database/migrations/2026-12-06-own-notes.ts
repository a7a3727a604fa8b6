import type { Knex } from 'knex';

/** A student writes fingers and remarks over what is given. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    `alter table assignments add column own_notes jsonb not null default '{"remarks": [], "fingers": []}'`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table assignments drop column own_notes');
}
