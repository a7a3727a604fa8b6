import type { Knex } from 'knex';

/** Several teachers, what happens at the door, and tries that are counted for all servers at once. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table users add column closed_at timestamptz;

    alter table invitations alter column student_id drop not null;
    alter table invitations add column user_id uuid;
    alter table invitations add column teacher_name text;
    alter table invitations add foreign key (studio_id, user_id) references users on delete cascade;
    alter table invitations add check (num_nonnulls(student_id, user_id, teacher_name) = 1);

    create table door_notes (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      user_id uuid not null,
      at timestamptz not null default now(),
      event text not null,
      came_from text not null,
      browser text not null,
      primary key (studio_id, id),
      foreign key (studio_id, user_id) references users on delete cascade
    );
    create index door_notes_by_time on door_notes (studio_id, at desc);

    create table tries (
      key varchar(255) primary key,
      points integer not null default 0,
      expire bigint
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table tries, door_notes;
    delete from invitations where student_id is null;
    alter table invitations drop column teacher_name, drop column user_id;
    alter table invitations alter column student_id set not null;
    alter table users drop column closed_at;
  `);
}
