import type { Knex } from 'knex';

/** How far the work on a piece has come, measured with the rest. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table piece_summaries add column open_stage jsonb');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table piece_summaries drop column open_stage');
}
