import type { Knex } from 'knex';

/** Scores are kept in their envelope, so that every row says which version wrote it. */
export async function up(knex: Knex): Promise<void> {
  for (const table of ['arrangements', 'revisions'])
    await knex.raw(`
      alter table ${table} rename column study to document;
      update ${table} set document = jsonb_build_object('format', 'jocund-study', 'version', 1, 'study', document);
    `);
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['arrangements', 'revisions'])
    await knex.raw(`
      update ${table} set document = coalesce(document -> 'study', document -> 'score');
      alter table ${table} rename column document to study;
    `);
}
