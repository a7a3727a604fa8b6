import type { Knex } from 'knex';

/** Students have accounts, made by a link; they are given pieces to practise, and every pass is kept once. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table users add column student_id uuid;
    alter table users add foreign key (studio_id, student_id) references students;
    create unique index users_student on users (studio_id, student_id) where student_id is not null;

    create table invitations (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      student_id uuid not null,
      token_hash text not null unique,
      made_by text not null,
      made_at timestamptz not null default now(),
      expires_at timestamptz not null,
      used_at timestamptz,
      primary key (studio_id, id),
      foreign key (studio_id, student_id) references students
    );

    create table assignments (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      student_id uuid not null,
      arrangement_id uuid not null,
      first_bar integer,
      last_bar integer,
      start_bpm integer not null,
      goal_bpm integer not null check (goal_bpm >= start_bpm),
      goal_date date,
      note text not null default '',
      made_at timestamptz not null default now(),
      ended_at timestamptz,
      primary key (studio_id, id),
      foreign key (studio_id, student_id) references students,
      foreign key (studio_id, arrangement_id) references arrangements
    );
    create index assignments_of_student on assignments (studio_id, student_id);

    create table practice_marks (
      studio_id uuid not null references studios,
      id uuid not null,
      student_id uuid not null,
      assignment_id uuid not null,
      at timestamptz not null,
      tempo_bpm integer not null,
      answer text not null check (answer in ('clean', 'not-yet', 'hurts')),
      seconds integer not null,
      primary key (studio_id, id),
      foreign key (studio_id, student_id) references students,
      foreign key (studio_id, assignment_id) references assignments
    );
    create index marks_of_student on practice_marks (studio_id, student_id, at);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    drop table practice_marks, assignments, invitations;
    alter table users drop column student_id;
  `);
}
