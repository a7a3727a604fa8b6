import type { Knex } from 'knex';

/** What teachers say of grades, with the music's measured features as they stood then. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table grade_sayings (
      id uuid primary key default gen_random_uuid(),
      studio_id uuid not null references studios,
      said jsonb not null,
      said_by text not null,
      said_at timestamptz not null default now()
    );
    create index grade_sayings_by_studio on grade_sayings (studio_id, said_at);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table grade_sayings;');
}
