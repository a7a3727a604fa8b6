import type { Knex } from 'knex';

/** Weekly lessons; passes are found by what they were played for. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    create table lessons (
      studio_id uuid not null references studios,
      student_id uuid not null,
      weekday integer not null check (weekday between 1 and 7),
      starts text not null,
      minutes integer not null,
      primary key (studio_id, student_id, weekday, starts),
      foreign key (studio_id, student_id) references students
    );
    create index marks_of_assignment on practice_marks (studio_id, assignment_id, at desc);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop index marks_of_assignment; drop table lessons');
}
