import type { Knex } from 'knex';

/** What a student wants, what is to be minded, and what was said in lessons. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table students
      add column goals text not null default '',
      add column cautions text not null default '';

    create table lesson_notes (
      studio_id uuid not null references studios,
      id uuid not null default gen_random_uuid(),
      student_id uuid not null,
      day date not null,
      said text not null,
      is_shared boolean not null,
      written_by text not null,
      written_at timestamptz not null default now(),
      primary key (studio_id, id),
      foreign key (studio_id, student_id) references students
    );
    create index lesson_notes_of_student on lesson_notes (studio_id, student_id, day desc, written_at desc);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table lesson_notes; alter table students drop column goals, drop column cautions');
}
