import type { Knex } from 'knex';

/** A key for each person, with which a browser seals what is not saved yet. 244 of its 256 bits are random. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table users add column draft_key bytea not null
      default decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table users drop column draft_key');
}
