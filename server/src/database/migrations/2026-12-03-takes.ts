import type { Knex } from 'knex';

/** What came of takes that students held against the sheet; the takes themselves are not kept. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table takes (
      studio_id uuid not null references studios,
      id uuid not null,
      student_id uuid not null,
      assignment_id uuid not null,
      at timestamptz not null,
      figures jsonb not null,
      primary key (studio_id, id),
      foreign key (studio_id, student_id) references students,
      foreign key (studio_id, assignment_id) references assignments
    );
    create index takes_of_student on takes (studio_id, student_id, at);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table takes');
}
