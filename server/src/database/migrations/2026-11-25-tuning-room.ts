import type { Knex } from 'knex';

/** The studio's own tunings, and what its people counted in the ear drill. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table tunings (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      name text not null,
      pitches jsonb not null,
      created_at timestamptz not null default now(),
      primary key (studio_id, id),
      unique (studio_id, name)
    );

    create table ear_drills (
      studio_id uuid not null,
      id uuid not null default gen_random_uuid(),
      user_id uuid not null,
      drilled_at timestamptz not null default now(),
      relation text not null check (relation in ('unison', 'octave')),
      target_midi smallint not null,
      reference_midi smallint not null,
      detune_cents real not null,
      seconds real not null,
      counted_beats real not null,
      primary key (studio_id, id),
      foreign key (studio_id, user_id) references users
    );
    create index ear_drills_by_user on ear_drills (studio_id, user_id, drilled_at desc);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table ear_drills, tunings');
}
