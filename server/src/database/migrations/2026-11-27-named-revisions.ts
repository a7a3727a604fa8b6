import type { Knex } from 'knex';

/** A revision can be named, and keeps in words what changed in it; words of an older measure are worked out again. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table revisions add column name text;
    alter table revisions add column changes jsonb;
    alter table revisions add column changes_measure integer;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table revisions drop column name;
    alter table revisions drop column changes;
    alter table revisions drop column changes_measure;
  `);
}
