import type { Knex } from 'knex';

/** People are archived, not deleted: pieces and records go on naming them. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table players add column archived_at timestamptz;
    alter table students add column archived_at timestamptz;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table players drop column archived_at;
    alter table students drop column archived_at;
  `);
}
