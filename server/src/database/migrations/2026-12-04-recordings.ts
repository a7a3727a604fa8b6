import type { Knex } from 'knex';

/** Recordings a teacher listens to, each with what is written to it; the sound in parts, so that it can come and go a little at a time. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table recordings (
      studio_id uuid not null references studios,
      id uuid not null,
      arrangement_id uuid not null,
      name text not null,
      bytes integer not null,
      version integer not null default 1,
      listening jsonb not null default '{}',
      made_at timestamptz not null default now(),
      primary key (studio_id, id),
      foreign key (studio_id, arrangement_id) references arrangements
    );
    create index recordings_of_arrangement on recordings (studio_id, arrangement_id);
    create table recording_parts (
      studio_id uuid not null,
      recording_id uuid not null,
      number integer not null,
      bytes bytea not null,
      primary key (studio_id, recording_id, number),
      foreign key (studio_id, recording_id) references recordings on delete cascade
    );
    alter table recording_parts alter column bytes set storage external;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table recording_parts; drop table recordings');
}
