import type { Knex } from 'knex';

/** The studio leads every key, so that the data can be split by studio. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table studios (
      id uuid primary key default gen_random_uuid(),
      name text not null,
      created_at timestamptz not null default now()
    );

    create table users (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      email text not null unique,
      name text not null,
      role text not null check (role in ('teacher', 'student')),
      password_hash text not null,
      primary key (studio_id, id)
    );

    create table players (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      name text not null,
      thumb_pattern text not null,
      bass_ending text,
      note text not null default '',
      primary key (studio_id, id)
    );

    create table students (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      name text not null,
      note text not null default '',
      primary key (studio_id, id)
    );

    create table pieces (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      created_at timestamptz not null default now(),
      archived_at timestamptz,
      primary key (studio_id, id)
    );

    create table arrangements (
      studio_id uuid not null,
      id uuid not null default gen_random_uuid(),
      piece_id uuid not null,
      version integer not null check (version >= 1),
      study jsonb not null,
      saved_at timestamptz not null default now(),
      saved_by text not null,
      primary key (studio_id, id),
      unique (studio_id, piece_id),
      foreign key (studio_id, piece_id) references pieces
    );

    create table revisions (
      studio_id uuid not null,
      arrangement_id uuid not null,
      version integer not null,
      study jsonb not null,
      saved_at timestamptz not null,
      saved_by text not null,
      primary key (studio_id, arrangement_id, version),
      foreign key (studio_id, arrangement_id) references arrangements
    );

    create table sessions (
      sid varchar primary key,
      sess json not null,
      expire timestamp(6) not null
    );
    create index sessions_expire on sessions (expire);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table sessions, revisions, arrangements, pieces, students, players, users, studios');
}
