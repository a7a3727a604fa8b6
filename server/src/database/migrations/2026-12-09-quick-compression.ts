import type { Knex } from 'knex';

/** Documents are compressed by LZ4 where this PostgreSQL can: a save spends less time on it than with its older way. What is stored stays as it is. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    do $$ begin
      alter table arrangements alter column document set compression lz4;
      alter table revisions alter column document set compression lz4;
    exception when feature_not_supported then null;
    end $$`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table arrangements alter column document set compression default;
    alter table revisions alter column document set compression default`);
}
