import type { Knex } from 'knex';

/** The drawer: figures a studio keeps, each a document of its own. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table figures (
      studio_id uuid not null references studios,
      id text not null,
      document jsonb not null,
      created_at timestamptz not null default now(),
      primary key (studio_id, id)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table figures;');
}
