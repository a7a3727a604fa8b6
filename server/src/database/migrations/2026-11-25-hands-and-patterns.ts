import type { Knex } from 'knex';

/** What each person's fretting hand does, and the studio's own thumb patterns. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table users add column hand jsonb;
    alter table students add column hand jsonb;

    create table thumb_patterns (
      studio_id uuid not null references studios,
      id text not null,
      name text not null,
      grid jsonb not null,
      created_at timestamptz not null default now(),
      primary key (studio_id, id),
      unique (studio_id, name)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table thumb_patterns;
    alter table students drop column hand;
    alter table users drop column hand;
  `);
}
