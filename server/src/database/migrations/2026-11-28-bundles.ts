import type { Knex } from 'knex';

/** Studies packed into a zip: what was asked for, how far it is, and its bytes in parts. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table bundles (
      id uuid primary key default gen_random_uuid(),
      studio_id uuid not null references studios,
      title text not null,
      state text not null default 'waiting' check (state in ('waiting', 'working', 'done', 'failed')),
      files integer not null,
      files_done integer not null default 0,
      now text not null default '',
      bytes bigint not null default 0,
      failure text not null default '',
      request jsonb not null,
      made_at timestamptz not null default now()
    );
    create index bundles_of_studio on bundles (studio_id, made_at);
    create table bundle_parts (
      bundle_id uuid not null references bundles on delete cascade,
      number integer not null,
      bytes bytea not null,
      primary key (bundle_id, number)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table bundle_parts; drop table bundles;');
}
